'use client';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import type { CutPicture } from '../../../../workers/cutPicture.ts';
import { Tick } from '../../book/Choice.tsx';
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

/** Whether the sizes of a cut face can stand beside it as it is drawn. */
const isSizable = (kind: Kind): boolean => kind === 'true shape' || kind === 'removed';

/** How the cut face of a cut is drawn by itself, with the change of the set-up that draws it so. */
export const faceDrawnAs = ({ setup }: Drawing, cut: string, kind: Kind, edge?: [number, number][]) => {
  const { [cut]: own, ...others } = setup.shapes ?? {};
  const leg = own?.leg ? { leg: own.leg } : {};
  const sized = own?.sized && isSizable(kind) ? { sized: own.sized } : {};
  const next =
    kind === 'brokenOut'
      ? edge && { as: kind, edge }
      : kind === 'out'
        ? { out: true as const, ...leg }
        : kind === 'true shape'
          ? { ...leg, ...sized }
          : { as: kind, ...leg, ...sized };
  const shapes = next && Object.keys(next).length ? { ...others, [cut]: next } : others;
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

/** The sizes of a cut face beside it: they follow from the part and the plane, so they stand in brackets and are no part of the books. */
const SizesBeside = ({ cut, seen }: { cut: string; seen: CutPicture | undefined }) => {
  const isOn = useSession((s) => s.drawing.setup.shapes?.[cut]?.sized ?? false);
  const isInterrupted = useSession((s) => s.drawing.setup.interruptions !== undefined);
  const edit = useEdit();
  return (
    <div className="border-b border-rule px-5 py-1.5 text-[13px] text-second">
      <span className="flex items-center gap-2">
        <Tick
          name={`Sizes beside the face of cut ${cut}`}
          on={isOn}
          onChange={(on) =>
            void edit((now) => {
              const { [cut]: own, ...others } = now.drawing.setup.shapes ?? {};
              const { sized: _, ...rest } = own ?? {};
              const next = on ? { ...rest, sized: true as const } : rest;
              const shapes = Object.keys(next).length ? { ...others, [cut]: next } : others;
              return setUp(
                { shapes: Object.keys(shapes).length ? shapes : undefined },
                `Cut ${cut}: ${on ? 'its sizes beside it' : 'without its sizes'}`,
              );
            })
          }
        />
        Its sizes beside it, in brackets
      </span>
      {isOn && isInterrupted && (
        <p>
          Views of this drawing are interrupted, and sizes of a shortened face would be wrong: none are drawn.
        </p>
      )}
      {isOn && seen?.sizesLeftOut !== undefined && (
        <p>
          {seen.sizesLeftOut} distances of its corners are too many to be read beside it: its whole length and
          width stand there, the others in the table below.
        </p>
      )}
    </div>
  );
};

/** What is drawn of a cut face square to it: its true shape, a removed or a revolved section, or nothing. */
export const CutFaceDrawn = ({ cut, seen }: { cut: string; seen: CutPicture | undefined }) => {
  const own = useSession((s) => s.drawing.setup.shapes?.[cut]);
  const edit = useEdit();
  const { view } = useDesk();
  const isDrawing = useView((s) => s.edgeDrawn) === cut;
  const breakable = seen?.breakable;
  const kind: Kind = own?.out ? 'out' : (own?.as ?? 'true shape');
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-rule px-5 py-1.5 text-[13px] text-second">
        Its face is drawn as
        <select
          aria-label={`Face of cut ${cut} is drawn as`}
          className={`${field} py-0 text-[13px]`}
          value={kind}
          onChange={(e) => {
            const chosen = e.target.value as Kind;
            void edit((now) => faceDrawnAs(now.drawing, cut, chosen, breakable?.edge));
          }}
        >
          {Object.entries(KINDS).map(([k, words]) => (
            // only where a view on the sheet looks square at the plane
            <option key={k} value={k} disabled={k === 'brokenOut' && !breakable && own?.as !== k}>
              {k === 'brokenOut' && breakable ? `${words} in the ${breakable.view} view` : words}
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
      {isSizable(kind) && <SizesBeside cut={cut} seen={seen} />}
    </>
  );
};
