import { accountsOf, scaleFromPoint } from '../../../core/ledger/ledger.ts';
import { decimal } from '../../../core/number/format.ts';
import type { Looks } from '../../../core/view/looks.ts';
import type { PickedFace } from '../../../workers/pictorial.ts';
import { useDesk, useEdit, useSession } from '../useDesk.ts';

const round = (x: number, units: 'mm' | 'in'): string =>
  units === 'mm' ? decimal(x, 0) : decimal(Math.round(x * 8) / 8, 4);

/** Where a feature put on the picked face would stand, as one types it. */
const placeWords = (p: PickedFace, box: readonly number[], units: 'mm' | 'in'): string => {
  const [n, k] = {
    left: [0, 0],
    right: [0, 3],
    front: [1, 1],
    back: [1, 4],
    bottom: [2, 2],
    top: [2, 5],
    aslant: [0, 0],
  }[p.looks] as [number, number];
  const outermost = Math.abs((p.at[n] as number) - (box[k] as number)) < 1e-6;
  const axes = [0, 1, 2].filter((i) => i !== n);
  const place = outermost
    ? axes.map((i) => round((p.at[i] as number) - (box[i] as number), units)).join(' ')
    : `at ${[0, 1, 2].map((i) => (i === n ? decimal(p.at[i] as number) : round(p.at[i] as number, units))).join(' ')}`;
  return `${p.looks} ${place}`;
};

const SHOWN_IN: Record<Looks, string> = {
  front: 'the front view shows it true',
  back: 'the back view shows it true',
  top: 'the top view shows it true',
  bottom: 'the bottom view shows it true',
  left: 'the left view shows it true',
  right: 'the right view shows it true',
  aslant: 'no principal view shows it true',
};

const offer =
  'rounded border border-rule-strong bg-white px-1.5 text-[12.5px] leading-[20px] text-house hover:bg-hover';

/** What was pointed at: a face with what may be put on it, or the distance between two corners. */
export const Pointed = ({
  face,
  corners,
  onPlaceBy,
}: {
  face: PickedFace | undefined;
  corners: readonly string[];
  /** begins to place a part by the face; missing where there is one part only */
  onPlaceBy: ((face: PickedFace) => void) | undefined;
}) => {
  const drawing = useSession((s) => s.drawing);
  const picture = useSession((s) => s.picture);
  const edit = useEdit();
  const { writeLine } = useDesk().view;
  if (!picture) return null;
  const { units } = drawing.part;
  if (corners.length) {
    const [a, b] = corners.map((k) => picture.points.find((p) => p.key === k));
    if (!a) return null;
    if (!b)
      return (
        <p>
          From corner <b>{a.label}</b>: point at another to measure between them.
        </p>
      );
    const { W, D, H } = accountsOf(b.at, scaleFromPoint(picture.ledger.box, a.at));
    return (
      <div data-testid="measured">
        <p>
          From corner <b>{a.label}</b> to corner <b>{b.label}</b>:
        </p>
        <p className="figures mt-1 flex gap-4">
          <span className="text-width">W {decimal(Math.abs(W))}</span>
          <span className="text-depth">D {decimal(Math.abs(D))}</span>
          <span className="text-height">H {decimal(Math.abs(H))}</span>
        </p>
        <p className="mt-1">
          Straight across <span className="figures font-semibold">{decimal(Math.hypot(W, D, H))}</span>{' '}
          {units}
        </p>
      </div>
    );
  }
  if (!face) return null;
  const flat = !face.round && face.looks !== 'aslant';
  const place = flat ? placeWords(face, picture.box, units) : '';
  const size =
    units === 'mm'
      ? { hole: '12', boss: '20 dia 8 high', slot: '20 centres 8 wide' }
      : { hole: '1/2', boss: '3/4 dia 3/8 high', slot: '3/4 centres 3/8 wide' };
  return (
    <div data-testid="pointed">
      <p>
        <b>{face.face}</b> of <b>{face.feature}</b>
        {onPlaceBy && ` (${face.body})`}; {face.round ? 'a round face' : SHOWN_IN[face.looks]}.
      </p>
      {flat && (
        <div className="mt-1.5 flex flex-wrap items-center gap-1">
          <span className="text-second">Here:</span>
          {(
            [
              ['hole', `hole ${size.hole} through ${place}`],
              ['boss', `boss ${size.boss} on ${place}`],
              ['slot', `slot ${size.slot} through ${place}`],
            ] as const
          ).map(([name, line]) => (
            <button
              key={name}
              type="button"
              className={offer}
              onClick={() => {
                writeLine(line);
                document
                  .querySelector<HTMLTextAreaElement>('[aria-label="New line of the statement"]')
                  ?.focus();
              }}
            >
              {name}
            </button>
          ))}
        </div>
      )}
      {onPlaceBy && (
        <button type="button" className={`${offer} mt-1.5 mr-1.5`} onClick={() => onPlaceBy(face)}>
          Place by this face
        </button>
      )}
      {flat && face.looks !== 'front' && (
        <button
          type="button"
          className={`${offer} mt-1.5`}
          onClick={() => void edit({ type: 'useAsFront', side: face.looks as Exclude<Looks, 'aslant'> })}
        >
          Use as front view
        </button>
      )}
    </div>
  );
};
