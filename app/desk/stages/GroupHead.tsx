'use client';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Trash2, Unlink2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import {
  type Group,
  groupCopied,
  groupMoved,
  groupRenamed,
  groupSwitched,
  groupTakenOut,
  ungrouped,
} from '../../../core/drawing/groups.ts';
import { enact, useDesk } from '../deskStore.ts';
import { tool } from './LineTools.tsx';

/** The name of a group of lines, and what can be done with all of them. */
export const GroupHead = ({ group, off }: { group: Group; off: boolean }) => {
  const drawing = useDesk((s) => s.drawing);
  const [name, setName] = useState(group.name);
  useEffect(() => setName(group.name), [group.name]);
  const rename = (): void => {
    const next = name.trim();
    if (next && next !== group.name) enact(groupRenamed(drawing, group, next), `Group ${next} named`);
    else setName(group.name);
  };
  const deeds = [
    ['Move up', ArrowUp, () => groupMoved(drawing, group, -1)],
    ['Move down', ArrowDown, () => groupMoved(drawing, group, 1)],
    ['Copy', Copy, () => groupCopied(drawing, group)],
    [off ? 'Switch on' : 'Switch off', off ? Eye : EyeOff, () => groupSwitched(drawing, group, !off)],
    ['Ungroup', Unlink2, () => ungrouped(drawing, group)],
    ['Take out', Trash2, () => groupTakenOut(drawing, group)],
  ] as const;
  return (
    <li className="group flex items-center justify-between border-b border-rule bg-[#eef3fb] px-5 py-[1px]">
      <input
        aria-label={`Name of the group ${group.name}`}
        value={name}
        maxLength={60}
        onChange={(e) => setName(e.target.value)}
        onBlur={rename}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        className="min-w-0 flex-1 bg-transparent text-[13px] font-semibold text-second focus:bg-white focus:outline-none"
      />
      <span className="flex shrink-0 text-second opacity-0 transition-opacity group-focus-within:opacity-100 group-hover:opacity-100">
        {deeds.map(([label, Icon, deed]) => (
          <button
            key={label}
            type="button"
            className={tool}
            aria-label={`${label} the group ${group.name}`}
            title={label}
            onClick={() => enact(deed(), `Group ${group.name}: ${label.toLowerCase()}`)}
          >
            <Icon size={14} aria-hidden />
          </button>
        ))}
      </span>
    </li>
  );
};
