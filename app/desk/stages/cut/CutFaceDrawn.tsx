'use client';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import type { CutPicture } from '../../../../workers/cutPicture.ts';
import { field } from '../../book/Page.tsx';
import { useDesk, useEdit, useSession, useView } from '../../useDesk.ts';

const KINDS = {
  'true shape': 'a true shape on its line',
  removed: 'a removed section',
  revolved: 'a section revolved in the view',
  brokenOut: 'a broken-out section',
  out: 'nothing by itself',
} as const;
type Kind = keyof typeof KINDS;

/** How the cut face of a cut is drawn by itself, with the change of the set-up that draws it so. */
export const faceDrawnAs = ({ setup }: Drawing, cut: string, kind: Kind, edge?: [number, number][]) => {
  const { [cut]: own, ...others } = setup.shapes ?? {};
  const leg = own?.leg ? { leg: own.leg } : {};
  const next =
    kind === 'brokenOut'
      ? edge && { as: kind, edge }
      : kind === 'out'
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
export const CutFaceDrawn = ({ cut, seen }: { cut: string; seen: CutPicture | undefined }) => {
  const own = useSession((s) => s.drawing.setup.shapes?.[cut]);
  const edit = useEdit();
  const { view } = useDesk();
  const isDrawing = useView((s) => s.edgeDrawn) === cut;
  const breakable = seen?.breakable;
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-rule px-5 py-1.5 text-[13px] text-second">
      Its face is drawn as
      <select
        aria-label={`Face of cut ${cut} is drawn as`}
        className={`${field} py-0 text-[13px]`}
        value={own?.out ? 'out' : (own?.as ?? 'true shape')}
        onChange={(e) => {
          const kind = e.target.value as Kind;
          void edit((now) => faceDrawnAs(now.drawing, cut, kind, breakable?.edge));
        }}
      >
        {Object.entries(KINDS).map(([kind, words]) => (
          // only where a view on the sheet looks square at the plane
          <option key={kind} value={kind} disabled={kind === 'brokenOut' && !breakable && own?.as !== kind}>
            {kind === 'brokenOut' && breakable ? `${words} in the ${breakable.view} view` : words}
          </option>
        ))}
      </select>
      {own?.as === 'brokenOut' && seen?.edge && (
        <button
          type="button"
          aria-pressed={isDrawing}
          className="shrink-0 font-semibold text-house hover:underline"
          onClick={() => view.drawEdge(isDrawing ? undefined : cut)}
        >
          {isDrawing ? 'Draw it on the sheet …' : 'Draw its edge'}
        </button>
      )}
    </div>
  );
};
