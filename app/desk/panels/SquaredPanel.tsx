'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { sentence } from '../../../core/number/fault.ts';
import {
  arcOf,
  bulgeTowards,
  middleOf,
  profileTrouble,
  type SquaredProfile,
  squaresText,
  walkedWords,
  wholeSides,
} from '../../../core/statement/squares.ts';
import { typedContext } from '../../../core/statement/typed/enter.ts';
import { Choice, Tick } from '../book/Choice.tsx';
import { FaultNote } from '../book/FaultNote.tsx';
import { field, Row } from '../book/Page.tsx';
import { useEdit, useSession } from '../useDesk.ts';
import { useTracing } from './useTracing.ts';

/** The panel's extent as it is drawn; how many squares go across is chosen. */
const WIDE = 500;
const HIGH = 400;
const COUNTS = [
  { value: '25', label: '25' },
  { value: '50', label: '50' },
  { value: '100', label: '100' },
] as const;
const ruled = (px: number, every: number): string =>
  [
    ...Array.from({ length: WIDE / px / every + 1 }, (_, i) => `M${i * every * px} 0V${HIGH}`),
    ...Array.from(
      { length: Math.floor(HIGH / px / every) + 1 },
      (_, i) => `M0 ${HIGH - i * every * px}H${WIDE}`,
    ),
  ].join('');

const EMPTY: SquaredProfile = { corners: [], mirrored: false, round: 0 };
const PLANES = [
  { value: 'front', label: 'Front' },
  { value: 'top', label: 'Top' },
  { value: 'left', label: 'Left' },
] as const;

/** What is held while the pointer is down, and how near to its middle a side is taken, px of the panel. */
type Held = { readonly what: 'corner' | 'side' | 'source'; readonly index: number };
const GRIP = 8;

const snapped = ([x, y]: readonly [number, number]): readonly [number, number] => [toHalf(x), toHalf(y)];

/** The loop as a path, its arcs as arcs. */
const outlineOf = (
  sides: ReturnType<typeof wholeSides>,
  at: (p: readonly [number, number]) => string,
  px: number,
): string =>
  sides
    .map((s, i) => {
      const arc = arcOf(s);
      const from = i ? '' : `M${at(s.from)}`;
      if (!arc) return `${from}L${at(s.to)}`;
      const r = arc.radius * px;
      const large = Math.abs(s.bulge) > arc.radius ? 1 : 0;
      // the paper's y runs up, the picture's down
      return `${from}A${r} ${r} 0 ${large} ${arc.ccw ? 0 : 1} ${at(s.to)}`;
    })
    .join('');

const toHalf = (n: number): number => Math.round(n * 2) / 2;

/** A profile entered by counting squares: corners clicked or moved on squared paper, half of it mirrored, corners rounded. */
export const SquaredPanel = ({ open, onClose }: { open: boolean; onClose: () => void }) => {
  const part = useSession((s) => s.drawing.part);
  const edit = useEdit();
  const named = part.dims?.sq;
  const worth = named === undefined ? undefined : typedContext(part, undefined).worth(String(named));
  const [side, setSide] = useState(part.units === 'in' ? 0.25 : 5);
  const [profile, setProfile] = useState<SquaredProfile>(EMPTY);
  const [count, setCount] = useState<(typeof COUNTS)[number]['value']>('25');
  const across = Number(count);
  const px = WIDE / across;
  const up = HIGH / px;
  const [cursor, setCursor] = useState<readonly [number, number]>([10, 4]);
  const [plane, setPlane] = useState<(typeof PLANES)[number]['value']>('front');
  const [thickness, setThickness] = useState(part.units === 'in' ? '1' : '20');
  const [isCut, setIsCut] = useState(false);
  const [fault, setFault] = useState<string>();
  const box = useSession((s) => s.picture?.box);
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<Held | undefined>(undefined);
  const tracing = useTracing();
  const one = worth ?? side;
  const { corners, bulges = [] } = profile;
  const sides = wholeSides(profile);
  // of a mirrored outline only the half that was counted is bent by hand
  const bent = sides.slice(0, profile.mirrored ? corners.length : sides.length);
  const place = (e: PointerEvent): readonly [number, number] => {
    const m = svg.current?.getScreenCTM();
    if (!m) return [0, 0];
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return [p.x / px, up - p.y / px];
  };
  const at = (p: readonly [number, number]): string => `${p[0] * px},${(up - p[1]) * px}`;
  const add = (p: readonly [number, number]): void => {
    setFault(undefined);
    if (!corners.some((c) => c[0] === p[0] && c[1] === p[1]))
      setProfile({ ...profile, corners: [...corners, p] });
  };
  const press = (e: KeyboardEvent): void => {
    const step = e.shiftKey ? 0.5 : 1;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[
      e.key
    ];
    if (by) {
      e.preventDefault();
      setCursor(([x, y]) => [
        Math.max(0, Math.min(across, x + (by[0] as number))),
        Math.max(0, Math.min(up, y + (by[1] as number))),
      ]);
    } else if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      add(cursor);
    } else if (e.key === 'Backspace') takeBack();
  };
  const takeBack = (): void =>
    setProfile({ ...profile, corners: corners.slice(0, -1), bulges: bulges.slice(0, corners.length - 1) });
  /** Bends the side that leaves a corner towards a place. */
  const bend = (i: number, to: readonly [number, number]): void => {
    const side = sides[i];
    if (!side) return;
    const next = corners.map((_, k) => (k === i ? bulgeTowards(side, to) : (bulges[k] ?? 0)));
    setProfile({ ...profile, bulges: next });
  };
  const take = async (): Promise<void> => {
    const trouble = profileTrouble(profile);
    if (trouble) {
      setFault(trouble);
      return;
    }
    const faults = await edit(
      { type: 'addProfile', profile, side, plane, thickness, ...(isCut && { isCut: true }) },
      'field',
    );
    const first = faults[0];
    setFault(first && sentence(first));
    if (first) return;
    setProfile(EMPTY);
    onClose();
  };
  const walk = walkedWords(corners, bulges);
  // the side of the part that is cut into, from its lower left corner
  const sizes = box && ([0, 1, 2] as const).map((k) => ((box[k + 3] as number) - (box[k] as number)) / one);
  const cutSide = isCut && sizes ? ({ front: [0, 2], top: [0, 1], left: [1, 2] } as const)[plane] : undefined;
  return (
    <Dialog open={open} onClose={onClose} className="relative z-30">
      <div className="fixed inset-0 bg-ink/25" aria-hidden />
      <div className="fixed inset-0 overflow-auto">
        <div className="grid h-full min-h-[600px] min-w-max place-items-center p-6">
          <DialogPanel className="flex max-h-full w-[960px] flex-col rounded-md border border-rule-strong bg-page shadow-lg">
            <header className="border-b-2 border-rule-strong px-5 pt-4 pb-2">
              <DialogTitle className="text-[19px] font-bold">Profile on squares</DialogTitle>
              <p className="text-[13px] text-second">
                Click the corners in turn, or move the cross with the arrow keys (Shift: half squares) and
                press Enter. Drag a corner to move it, or the middle of a side to bend it into an arc.
              </p>
            </header>
            <div className="flex min-h-0 flex-1">
              <svg
                ref={svg}
                viewBox={`-8 -8 ${WIDE + 16} ${HIGH + 16}`}
                role="application"
                aria-label={`Squared paper; the cross is at ${squaresText(cursor[0])} along and ${squaresText(cursor[1])} up`}
                // biome-ignore lint/a11y/noNoninteractiveTabindex: corners are set with the keys
                tabIndex={0}
                data-testid="squares"
                className="print-true min-w-0 flex-1 cursor-crosshair touch-none bg-paper p-3 select-none"
                onKeyDown={press}
                onPointerMove={(e) => {
                  const free = place(e);
                  const p = snapped(free);
                  setCursor(p);
                  const h = held.current;
                  if (h?.what === 'corner')
                    setProfile({ ...profile, corners: corners.map((c, i) => (i === h.index ? p : c)) });
                  else if (h?.what === 'side') bend(h.index, free);
                  else if (h?.what === 'source')
                    tracing.move(e.movementX, e.movementY, svg.current?.getScreenCTM()?.a);
                }}
                onPointerDown={(e) => {
                  const free = place(e);
                  const p = snapped(free);
                  const corner = corners.findIndex((c) => c[0] === p[0] && c[1] === p[1]);
                  const side = bent.findIndex((s) => {
                    const m = middleOf(s);
                    return corners.length > 1 && Math.hypot(m[0] - free[0], m[1] - free[1]) * px < GRIP;
                  });
                  const what =
                    e.shiftKey && tracing.picture
                      ? 'source'
                      : corner >= 0
                        ? 'corner'
                        : side >= 0
                          ? 'side'
                          : undefined;
                  if (what) {
                    held.current = { what, index: what === 'side' ? side : corner };
                    e.currentTarget.setPointerCapture(e.pointerId);
                  } else add(p);
                }}
                onPointerUp={() => {
                  held.current = undefined;
                }}
              >
                {tracing.picture && (
                  <svg width={WIDE} height={HIGH} viewBox={`0 0 ${WIDE} ${HIGH}`}>
                    <title>Source picture</title>
                    <image
                      data-testid="traced source"
                      href={tracing.picture.href}
                      x={tracing.at[0]}
                      y={HIGH - tracing.at[1] - (tracing.picture.high / one) * px}
                      width={(tracing.picture.wide / one) * px}
                      height={(tracing.picture.high / one) * px}
                      opacity={0.6}
                      preserveAspectRatio="none"
                    />
                  </svg>
                )}
                <path d={ruled(px, 1)} stroke="var(--color-rule)" strokeWidth={across > 50 ? 0.35 : 0.7} />
                <path
                  d={ruled(px, 5)}
                  stroke="var(--color-light-line)"
                  strokeWidth={across > 50 ? 0.9 : 1.3}
                />
                {cutSide && sizes && (
                  <rect
                    data-testid="side cut into"
                    x={0}
                    y={HIGH - (sizes[cutSide[1]] as number) * px}
                    width={(sizes[cutSide[0]] as number) * px}
                    height={(sizes[cutSide[1]] as number) * px}
                    fill="none"
                    stroke="var(--color-deep)"
                    strokeWidth={1.4}
                  />
                )}
                {profile.mirrored && corners[0] && (
                  <line
                    x1={corners[0][0] * px}
                    x2={corners[0][0] * px}
                    y1={0}
                    y2={HIGH}
                    stroke="var(--color-ink)"
                    strokeWidth={1}
                    strokeDasharray="16 3 2 3"
                  />
                )}
                <path
                  d={outlineOf(sides, at, px)}
                  fill="var(--color-house)"
                  fillOpacity={0.07}
                  stroke="var(--color-ink)"
                  strokeWidth={2}
                  strokeLinejoin="round"
                />
                {corners.length > 1 &&
                  bent.map((side) => {
                    const [x, y] = middleOf(side);
                    return (
                      <rect
                        key={`${at(side.from)} ${at(side.to)}`}
                        x={x * px - 3}
                        y={(up - y) * px - 3}
                        width={6}
                        height={6}
                        fill="var(--color-paper)"
                        stroke="var(--color-house)"
                        strokeWidth={1.2}
                      />
                    );
                  })}
                {corners.map((p, i) => (
                  <g key={at(p)}>
                    <circle
                      cx={p[0] * px}
                      cy={(up - p[1]) * px}
                      r={5}
                      fill="var(--color-paper)"
                      stroke="var(--color-house)"
                      strokeWidth={2}
                    />
                    <text x={p[0] * px + 7} y={(up - p[1]) * px - 6} fontSize={11} fill="var(--color-house)">
                      {i + 1}
                    </text>
                  </g>
                ))}
                <path
                  d={`M${cursor[0] * px - 6} ${(up - cursor[1]) * px}h12M${cursor[0] * px} ${(up - cursor[1]) * px - 6}v12`}
                  stroke="var(--color-fault)"
                  strokeWidth={1.5}
                />
              </svg>
              <aside className="flex w-[316px] shrink-0 flex-col overflow-y-auto border-l border-rule text-[13.5px]">
                <Row label="One square =">
                  {worth === undefined ? (
                    <input
                      aria-label="Square size"
                      type="number"
                      min={0.01}
                      step="any"
                      className={`${field} figures w-20 text-right`}
                      value={side}
                      onChange={(e) => Number(e.target.value) > 0 && setSide(Number(e.target.value))}
                    />
                  ) : (
                    <span className="figures">{String(named)}</span>
                  )}
                  <span className="text-second">{worth === undefined ? part.units : ''}</span>
                </Row>
                <Row label="Squares across">
                  <Choice name="Squares across" value={count} options={COUNTS} onChange={setCount} />
                </Row>
                {tracing.has && (
                  <>
                    <Row label="Source beneath, to trace">
                      <Tick name="Source beneath, to trace" on={tracing.on} onChange={tracing.setOn} />
                    </Row>
                    {tracing.on && (
                      <p className="border-b border-rule px-5 py-1 text-[13px] text-second">
                        It lies at the size found by its two points. Shift and drag moves it.
                      </p>
                    )}
                  </>
                )}
                <Row label="Seen from the">
                  <Choice name="Seen from" value={plane} options={PLANES} onChange={setPlane} />
                </Row>
                {box && (
                  <Row label="The profile is">
                    <Choice
                      name="The profile is"
                      value={isCut ? 'cut' : 'added'}
                      options={[
                        { value: 'added', label: 'added' },
                        { value: 'cut', label: 'cut in' },
                      ]}
                      onChange={(to) => setIsCut(to === 'cut')}
                    />
                  </Row>
                )}
                <Row label={isCut ? 'Depth' : plane === 'top' ? 'Height' : 'Thickness'}>
                  <input
                    aria-label={isCut ? 'Depth' : 'Thickness'}
                    className={`${field} figures w-24 text-right`}
                    value={thickness}
                    onChange={(e) => setThickness(e.target.value)}
                  />
                </Row>
                <Row label="Mirror the other half">
                  <Tick
                    name="Mirror the other half"
                    on={profile.mirrored}
                    onChange={(mirrored) => setProfile({ ...profile, mirrored })}
                  />
                </Row>
                <Row label="Corner radius, squares">
                  <input
                    aria-label="Corner radius, squares"
                    type="number"
                    min={0}
                    step={0.5}
                    className={`${field} figures w-20 text-right`}
                    value={profile.round}
                    onChange={(e) =>
                      setProfile({ ...profile, round: Math.max(0, toHalf(Number(e.target.value))) })
                    }
                  />
                </Row>
                <div className="flex-1 px-5 py-2 text-[13px] leading-[19px]" aria-live="polite">
                  <p className="figures text-second" data-testid="counted">
                    {squaresText(cursor[0])} along, {squaresText(cursor[1])} up ={' '}
                    {Number((cursor[0] * one).toFixed(4))}, {Number((cursor[1] * one).toFixed(4))}
                  </p>
                  <ol className="mt-1 list-decimal pl-5">
                    {walk.map((w, i) => (
                      // biome-ignore lint/suspicious/noArrayIndexKey: the steps of a walk are known by their order
                      <li key={i}>{w}</li>
                    ))}
                  </ol>
                  <FaultNote texts={fault ? [fault] : []} />
                </div>
                <footer className="flex gap-2 border-t border-rule-strong px-5 py-3">
                  <button
                    type="button"
                    onClick={() => void take()}
                    className="rounded-md bg-deep px-3 py-1.5 text-[13px] font-semibold text-white hover:bg-house"
                  >
                    {isCut ? 'Cut this profile in' : 'Add this profile'}
                  </button>
                  <button
                    type="button"
                    onClick={takeBack}
                    className="rounded-md px-3 py-1.5 text-[13px] text-second hover:bg-pale"
                  >
                    Remove last corner
                  </button>
                </footer>
              </aside>
            </div>
          </DialogPanel>
        </div>
      </div>
    </Dialog>
  );
};
