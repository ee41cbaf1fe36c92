'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { sentence } from '../../core/number/fault.ts';
import { freeName } from '../../core/statement/freeName.ts';
import {
  profileTrouble,
  type SquaredProfile,
  squaredFeature,
  squaresText,
  walkedWords,
  wholeLoop,
} from '../../core/statement/squares.ts';
import { typedContext } from '../../core/statement/typed/enter.ts';
import { Choice, Tick } from './Choice.tsx';
import { proposeNext, useDesk } from './deskStore.ts';
import { FaultNote } from './FaultNote.tsx';
import { field, Row } from './Page.tsx';

/** The panel's extent in squares, and how large a square is drawn. */
const ACROSS = 25;
const UP = 20;
const PX = 20;
const ruled = (every: number): string =>
  [
    ...Array.from({ length: ACROSS / every + 1 }, (_, i) => `M${i * every * PX} 0V${UP * PX}`),
    ...Array.from(
      { length: Math.floor(UP / every) + 1 },
      (_, i) => `M0 ${(UP - i * every) * PX}H${ACROSS * PX}`,
    ),
  ].join('');
const RULED = ruled(1);
const RULED_WIDE = ruled(5);

const EMPTY: SquaredProfile = { corners: [], mirrored: false, round: 0 };
const PLANES = [
  { value: 'front', label: 'Front' },
  { value: 'top', label: 'Top' },
  { value: 'left', label: 'Left' },
] as const;

const toHalf = (n: number): number => Math.round(n * 2) / 2;

/** A profile entered by counting squares: corners clicked or moved on squared paper, half of it mirrored, corners rounded. */
export const SquaredPanel = ({ open, onClose }: { open: boolean; onClose: () => void }) => {
  const part = useDesk((s) => s.drawing.part);
  const named = part.dims?.sq;
  const worth = named === undefined ? undefined : typedContext(part, undefined).worth(String(named));
  const [side, setSide] = useState(part.units === 'in' ? 0.25 : 5);
  const [profile, setProfile] = useState<SquaredProfile>(EMPTY);
  const [cursor, setCursor] = useState<readonly [number, number]>([10, 4]);
  const [plane, setPlane] = useState<(typeof PLANES)[number]['value']>('front');
  const [thickness, setThickness] = useState(part.units === 'in' ? '1' : '20');
  const [fault, setFault] = useState<string>();
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<number | undefined>(undefined);
  const one = worth ?? side;
  const { corners } = profile;
  const place = (e: PointerEvent): readonly [number, number] => {
    const m = svg.current?.getScreenCTM();
    if (!m) return [0, 0];
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return [toHalf(p.x / PX), toHalf(UP - p.y / PX)];
  };
  const at = (p: readonly [number, number]): string => `${p[0] * PX},${(UP - p[1]) * PX}`;
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
        Math.max(0, Math.min(ACROSS, x + (by[0] as number))),
        Math.max(0, Math.min(UP, y + (by[1] as number))),
      ]);
    } else if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      add(cursor);
    } else if (e.key === 'Backspace') setProfile({ ...profile, corners: corners.slice(0, -1) });
  };
  const take = async (): Promise<void> => {
    const trouble = profileTrouble(profile);
    if (trouble) {
      setFault(trouble);
      return;
    }
    const faults = await proposeNext(({ drawing }) => {
      const { bodies } = drawing.part;
      const last = bodies.at(-1);
      const id = freeName('profile', last?.features.map((f) => f.id) ?? []);
      // counted from the lowest corner at the left
      const loop = wholeLoop(profile);
      const [x0, y0] = [Math.min(...loop.map((p) => p[0])), Math.min(...loop.map((p) => p[1]))];
      const moved = { ...profile, corners: corners.map(([x, y]) => [x - x0, y - y0] as const) };
      const feature = squaredFeature(id, moved, drawing.part, side, plane, thickness);
      const grown = last
        ? bodies.map((b) => (b === last ? { ...b, features: [...b.features, feature] } : b))
        : [{ name: 'part', features: [feature] }];
      return {
        drawing: { ...drawing, part: { ...drawing.part, bodies: grown } },
        label: `${id}: added, counted on squares`,
      };
    });
    const first = faults[0];
    setFault(first && sentence(first));
    if (first) return;
    setProfile(EMPTY);
    onClose();
  };
  const loop = wholeLoop(profile);
  const walk = walkedWords(corners);
  return (
    <Dialog open={open} onClose={onClose} className="relative z-30">
      <div className="fixed inset-0 bg-[#16233f]/25" aria-hidden />
      <div className="fixed inset-0 grid place-items-center p-6">
        <DialogPanel className="flex max-h-full w-[960px] flex-col rounded-md border border-rule-strong bg-page shadow-lg">
          <header className="border-b-2 border-rule-strong px-5 pt-4 pb-2">
            <DialogTitle className="text-[19px] font-bold">Profile on squares</DialogTitle>
            <p className="text-[13px] text-second">
              Click the corners in turn, or move the cross with the arrow keys (Shift: half squares) and press
              Enter. Drag a corner to move it.
            </p>
          </header>
          <div className="flex min-h-0 flex-1">
            <svg
              ref={svg}
              viewBox={`-8 -8 ${ACROSS * PX + 16} ${UP * PX + 16}`}
              role="application"
              aria-label={`Squared paper; the cross is at ${squaresText(cursor[0])} along and ${squaresText(cursor[1])} up`}
              // biome-ignore lint/a11y/noNoninteractiveTabindex: corners are set with the keys
              tabIndex={0}
              data-testid="squares"
              className="min-w-0 flex-1 cursor-crosshair touch-none p-3 select-none"
              onKeyDown={press}
              onPointerMove={(e) => {
                const p = place(e);
                setCursor(p);
                if (held.current !== undefined)
                  setProfile({ ...profile, corners: corners.map((c, i) => (i === held.current ? p : c)) });
              }}
              onPointerDown={(e) => {
                const p = place(e);
                const i = corners.findIndex((c) => c[0] === p[0] && c[1] === p[1]);
                if (i >= 0) {
                  held.current = i;
                  e.currentTarget.setPointerCapture(e.pointerId);
                } else add(p);
              }}
              onPointerUp={() => {
                held.current = undefined;
              }}
            >
              <path d={RULED} stroke="#c9daf1" strokeWidth={0.7} />
              <path d={RULED_WIDE} stroke="#b3c8e8" strokeWidth={1.3} />
              {profile.mirrored && corners[0] && (
                <line
                  x1={corners[0][0] * PX}
                  x2={corners[0][0] * PX}
                  y1={0}
                  y2={UP * PX}
                  stroke="#16233F"
                  strokeWidth={1}
                  strokeDasharray="16 3 2 3"
                />
              )}
              <polygon
                points={loop.map(at).join(' ')}
                fill="#1D4ED8"
                fillOpacity={0.07}
                stroke="#16233F"
                strokeWidth={2}
                strokeLinejoin="round"
              />
              {corners.map((p, i) => (
                <g key={at(p)}>
                  <circle
                    cx={p[0] * PX}
                    cy={(UP - p[1]) * PX}
                    r={5}
                    fill="#fff"
                    stroke="#1D4ED8"
                    strokeWidth={2}
                  />
                  <text x={p[0] * PX + 7} y={(UP - p[1]) * PX - 6} fontSize={11} fill="#1D4ED8">
                    {i + 1}
                  </text>
                </g>
              ))}
              <path
                d={`M${cursor[0] * PX - 6} ${(UP - cursor[1]) * PX}h12M${cursor[0] * PX} ${(UP - cursor[1]) * PX - 6}v12`}
                stroke="#A3271B"
                strokeWidth={1.5}
              />
            </svg>
            <aside className="flex w-[316px] shrink-0 flex-col overflow-y-auto border-l border-rule text-[13.5px]">
              <Row label="A square is worth">
                {worth === undefined ? (
                  <input
                    aria-label="Worth of a square"
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
              <Row label="Seen from the">
                <Choice name="Seen from" value={plane} options={PLANES} onChange={setPlane} />
              </Row>
              <Row label={plane === 'top' ? 'How high' : 'How thick'}>
                <input
                  aria-label="Thickness"
                  className={`${field} figures w-24 text-right`}
                  value={thickness}
                  onChange={(e) => setThickness(e.target.value)}
                />
              </Row>
              <Row label="The other half mirrored">
                <Tick
                  name="The other half mirrored"
                  on={profile.mirrored}
                  onChange={(mirrored) => setProfile({ ...profile, mirrored })}
                />
              </Row>
              <Row label="Corners rounded, squares">
                <input
                  aria-label="Corners rounded, squares"
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
                    // biome-ignore lint/suspicious/noArrayIndexKey: the steps of a walk are told apart by their order
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
                  Add this profile
                </button>
                <button
                  type="button"
                  onClick={() => setProfile({ ...profile, corners: corners.slice(0, -1) })}
                  className="rounded-md px-3 py-1.5 text-[13px] text-second hover:bg-[#eef3fb]"
                >
                  Last corner away
                </button>
              </footer>
            </aside>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
};
