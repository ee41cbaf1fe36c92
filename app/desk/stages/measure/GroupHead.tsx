'use client';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, type LucideIcon, Trash2, Unlink2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Group } from '../../../../core/drawing/groups.ts';
import type { GroupChange } from '../../../../core/edit/command.ts';
import { useEdit } from '../../useDesk.ts';
import { tool } from './LineTools.tsx';

/** The name of a group of lines, and what can be done with all of them. */
export const GroupHead = ({ group, off }: { group: Group; off: boolean }) => {
  const edit = useEdit();
  const [name, setName] = useState(group.name);
  useEffect(() => setName(group.name), [group.name]);
  const rename = (): void => {
    const next = name.trim();
    if (next && next !== group.name)
      void edit({ type: 'nameGroup', body: group.body, group: group.name, name: next });
    else setName(group.name);
  };
  const changes: readonly (readonly [string, LucideIcon, GroupChange])[] = [
    ['Move up', ArrowUp, 'move up'],
    ['Move down', ArrowDown, 'move down'],
    ['Copy', Copy, 'copy'],
    off ? ['Switch on', Eye, 'switch on'] : ['Switch off', EyeOff, 'switch off'],
    ['Ungroup', Unlink2, 'ungroup'],
    ['Take out', Trash2, 'take out'],
  ];
  return (
    <li className="group flex items-center justify-between border-b border-rule bg-pale px-5 py-[1px]">
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
        {changes.map(([label, Icon, how]) => (
          <button
            key={label}
            type="button"
            className={tool}
            aria-label={`${label} the group ${group.name}`}
            title={label}
            onClick={() => void edit({ type: 'changeGroup', body: group.body, group: group.name, how })}
          >
            <Icon size={14} aria-hidden />
          </button>
        ))}
      </span>
    </li>
  );
};
