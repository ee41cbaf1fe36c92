'use client';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { field } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

const KINDS = {
  'true shape': 'a true shape on its line',
  removed: 'a removed section',
  revolved: 'a section revolved in the view',
  out: 'nothing by itself',
} as const;
type Kind = keyof typeof KINDS;

/** How the cut face of a cut is drawn by itself, with the change of the set-up that draws it so. */
const drawnAs = ({ setup }: Drawing, cut: string, kind: Kind) => {
  const { [cut]: own, ...others } = setup.shapes ?? {};
  const leg = own?.leg ? { leg: own.leg } : {};
  const next =
    kind === 'out'
      ? { out: true as const, ...leg }
      : kind === 'true shape'
        ? own?.leg && leg
        : { as: kind, ...leg };
  const shapes = next ? { ...others, [cut]: next } : others;
  const { [cut]: shown, ...shownElsewhere } = setup.shownIn ?? {};
  const isAlone = kind === 'removed' || kind === 'revolved';
  // a section that stands by itself needs no view to show it, unless one was chosen
  const shownIn = isAlone
    ? { ...shownElsewhere, [cut]: shown ?? [] }
    : shown?.length
      ? { ...shownElsewhere, [cut]: shown }
      : shownElsewhere;
  return setUp(
    {
      shapes: Object.keys(shapes).length ? shapes : undefined,
      shownIn: Object.keys(shownIn).length ? shownIn : undefined,
    },
    `Cut ${cut}: ${KINDS[kind]}`,
  );
};

/** What is drawn of a cut face square to it: its true shape, a removed or a revolved section, or nothing. */
export const CutFaceDrawn = ({ cut }: { cut: string }) => {
  const own = useSession((s) => s.drawing.setup.shapes?.[cut]);
  const edit = useEdit();
  return (
    <div className="flex items-center gap-2 border-b border-rule px-5 py-1.5 text-[13px] text-second">
      Square to it is drawn
      <select
        aria-label={`Square to cut ${cut} is drawn`}
        className={`${field} py-0 text-[13px]`}
        value={own?.out ? 'out' : (own?.as ?? 'true shape')}
        onChange={(e) => void edit((now) => drawnAs(now.drawing, cut, e.target.value as Kind))}
      >
        {Object.entries(KINDS).map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </select>
    </div>
  );
};
