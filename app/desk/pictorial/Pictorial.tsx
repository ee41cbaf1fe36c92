'use client';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { Vec2, Vec3 } from '../../../core/geometry/vec.ts';
import { sentence } from '../../../core/number/fault.ts';
import { decimal } from '../../../core/number/format.ts';
import { cubeAt } from '../../../core/statement/gridCubes.ts';
import { worthIn } from '../../../core/statement/typed/worth.ts';
import type { Looks } from '../../../core/view/looks.ts';
import type { PickedFace } from '../../../workers/pictorial.ts';
import { Choice, Tick } from '../book/Choice.tsx';
import { fetchedLater } from '../fetchedLater.tsx';
import { useDesk, useSession } from '../useDesk.ts';
import { Axes } from './Axes.tsx';
import { Facts } from './Facts.tsx';
import { Ground, onGround } from './Ground.tsx';
import { DIMETRIC, ISOMETRIC, sameTurn, type Turn } from './turn.ts';
import { usePictorial } from './usePictorial.ts';

const NEAR_PX = 9;

/** What a click on the pictorial does. */
type Use = 'point' | 'add' | 'cut';
const NORMALS: Partial<Record<Looks, Vec3>> = {
  front: [0, -1, 0],
  back: [0, 1, 0],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  top: [0, 0, 1],
  bottom: [0, 0, -1],
};
const PlaceByFaces = fetchedLater(() => import('./PlaceByFaces.tsx').then((m) => m.PlaceByFaces), null);
const Pointed = fetchedLater(() => import('./Pointed.tsx').then((m) => m.Pointed), null);

/** The part as it stands in space, turned by dragging; faces and corners can be pointed at. */
export const Pictorial = () => {
  const { engine, session } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const [turn, setTurn] = useState<Turn>(ISOMETRIC);
  const [hidden, setHidden] = useState(true);
  const [apart, setApart] = useState(false);
  const [face, setFace] = useState<PickedFace>();
  const [corners, setCorners] = useState<readonly string[]>([]);
  /** the first of two faces by which a part is to be placed */
  const [placing, setPlacing] = useState<PickedFace>();
  const [use, setUse] = useState<Use>('point');
  const [trouble, setTrouble] = useState<string>();
  const box = useSession((s) => s.picture?.box) ?? [0, 0, 0, 0, 0, 0];
  const side = useMemo(
    () => worthIn(drawing.part)('1 sq') ?? (drawing.part.units === 'in' ? 0.25 : 5),
    [drawing.part],
  );
  const isAssembly = drawing.part.bodies.length > 1;
  const isApart = apart && isAssembly && use === 'point';
  const { picture, tint } = usePictorial(turn, isApart);
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<{ x: number; y: number; turn: Turn; moved: boolean } | undefined>(undefined);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was pointed at belongs to the part as it was
  useEffect(() => {
    setFace(undefined);
    setCorners([]);
    setPlacing(undefined);
  }, [drawing.part]);
  const pad = picture ? Math.max(picture.box[2], picture.box[3]) * 0.07 : 0;
  const viewBox = useMemo(
    () =>
      picture &&
      [picture.box[0] - pad, picture.box[1] - pad, picture.box[2] + 2 * pad, picture.box[3] + 2 * pad].join(
        ' ',
      ),
    [picture, pad],
  );
  if (!picture) return <div className="h-[232px]" />;
  const place = (e: { clientX: number; clientY: number }): { at: Vec2; px: number } => {
    const m = svg.current?.getScreenCTM();
    if (!m) return { at: [0, 0], px: 1 };
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return { at: [p.x, p.y], px: 1 / m.a };
  };
  const point = (e: PointerEvent): void => {
    const { at, px } = place(e);
    // while a part is placed, faces alone count
    const near = (placing ? [] : picture.corners)
      .map((c) => ({ key: c.key, far: Math.hypot(c.at[0] - at[0], c.at[1] - at[1]) }))
      .filter((c) => c.far < NEAR_PX * px)
      .sort((a, b) => a.far - b.far)[0];
    if (near) {
      setFace(undefined);
      setCorners((known) =>
        known.length === 1 && known[0] !== near.key ? [known[0] as string, near.key] : [near.key],
      );
      return;
    }
    setCorners([]);
    void engine.pickFace(drawing, picture.toward, at, isApart).then(setFace);
  };
  const count = (e: PointerEvent, op: 'add' | 'cut'): void => {
    const { at } = place(e);
    void engine.pickFace(drawing, picture.toward, at).then((met) => {
      const normal = met && NORMALS[met.looks];
      const hit = met && normal && !met.round ? { at: met.at, normal } : undefined;
      // beside the part a square of the ground is meant
      const ground = !met && op === 'add' ? onGround(at, picture.toward, box) : undefined;
      const cell = hit ? cubeAt(hit.at, hit.normal, side, op) : ground && cubeAt(ground, [0, 0, 1], side, op);
      if (!cell) return;
      void session
        .edit({ type: 'changeCube', cell, side }, 'field')
        .then((faults) => setTrouble(faults[0] && sentence(faults[0])));
    });
  };
  const press = (e: KeyboardEvent): void => {
    const by = { ArrowLeft: [5, 0], ArrowRight: [-5, 0], ArrowUp: [0, 5], ArrowDown: [0, -5] }[e.key];
    if (!by) return;
    e.preventDefault();
    setTurn((t) => ({
      azimuth: t.azimuth + (by[0] as number),
      elevation: Math.max(-89, Math.min(89, t.elevation + (by[1] as number))),
    }));
  };
  const px = (picture.box[2] + 2 * pad) / 300;
  const chosen = corners.flatMap((k) => picture.corners.find((c) => c.key === k) ?? []);
  return (
    <section
      aria-label="Pictorial"
      className="flex h-[232px] shrink-0 gap-4 border-t border-rule-strong bg-page px-4 py-2"
    >
      <div className="relative h-full min-w-0 flex-1">
        <Axes axes={picture.axes} />
        <svg
          ref={svg}
          viewBox={viewBox}
          role="application"
          aria-label="The part in space; arrow keys turn it"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: the arrow keys turn it
          tabIndex={0}
          data-testid="pictorial"
          className="relative h-full w-full cursor-grab touch-none rounded select-none focus:outline-none focus-visible:outline-2 focus-visible:outline-house active:cursor-grabbing"
          onKeyDown={press}
          onPointerDown={(e) => {
            drag.current = { x: e.clientX, y: e.clientY, turn, moved: false };
            e.currentTarget.setPointerCapture(e.pointerId);
          }}
          onPointerMove={(e) => {
            const d = drag.current;
            if (!d) return;
            const [dx, dy] = [e.clientX - d.x, e.clientY - d.y];
            if (!d.moved && Math.hypot(dx, dy) < 4) return;
            d.moved = true;
            setTurn({
              azimuth: d.turn.azimuth - dx * 0.6,
              elevation: Math.max(-89, Math.min(89, d.turn.elevation + dy * 0.6)),
            });
          }}
          onPointerUp={(e) => {
            const d = drag.current;
            drag.current = undefined;
            if (!d || d.moved) return;
            if (use === 'point') point(e);
            else count(e, use);
          }}
        >
          {use !== 'point' && <Ground box={box} side={side} axes={picture.axes} />}
          {tint && (
            <image
              href={tint}
              x={picture.box[0]}
              y={picture.box[1]}
              width={picture.box[2]}
              height={picture.box[3]}
              preserveAspectRatio="none"
            />
          )}
          <g fill="none" stroke="var(--color-ink)" strokeLinecap="round" strokeLinejoin="round">
            {hidden && (
              <path
                d={picture.hidden}
                strokeWidth={1}
                strokeDasharray="4 3"
                stroke="var(--color-faint)"
                vectorEffect="non-scaling-stroke"
              />
            )}
            <path
              d={picture.visible}
              strokeWidth={1.6}
              vectorEffect="non-scaling-stroke"
              data-part="visible"
            />
            <path
              d={picture.paths}
              strokeWidth={1}
              strokeDasharray="12 3 2 3"
              stroke="var(--color-house)"
              vectorEffect="non-scaling-stroke"
              data-part="paths"
            />
            <path
              d={picture.added}
              strokeWidth={2}
              stroke="var(--color-house)"
              vectorEffect="non-scaling-stroke"
            />
          </g>
          {chosen.length === 2 && (
            <line
              x1={chosen[0]?.at[0]}
              y1={chosen[0]?.at[1]}
              x2={chosen[1]?.at[0]}
              y2={chosen[1]?.at[1]}
              stroke="var(--color-house)"
              strokeWidth={1.5}
              vectorEffect="non-scaling-stroke"
            />
          )}
          {chosen.map((c) => (
            <circle key={c.key} cx={c.at[0]} cy={c.at[1]} r={3.4 * px} fill="var(--color-house)" />
          ))}
        </svg>
      </div>
      <div className="flex w-[270px] shrink-0 flex-col gap-2 py-1 text-[13px] leading-[18px]">
        <div className="flex items-center justify-between gap-2">
          <Choice
            name="Pictorial"
            value={sameTurn(turn, ISOMETRIC) ? 'isometric' : sameTurn(turn, DIMETRIC) ? 'dimetric' : 'free'}
            options={[
              { value: 'isometric', label: 'Isometric' },
              { value: 'dimetric', label: 'Dimetric' },
            ]}
            onChange={(v) => setTurn(v === 'dimetric' ? DIMETRIC : ISOMETRIC)}
          />
          <span className="flex items-center gap-1.5 text-[12.5px] text-second">
            <Tick name="Hidden lines of the pictorial" on={hidden} onChange={setHidden} /> Hidden
          </span>
        </div>
        <Choice
          name="A click"
          value={use}
          options={[
            { value: 'point', label: 'Point' },
            { value: 'add', label: 'Add squares' },
            { value: 'cut', label: 'Take squares' },
          ]}
          onChange={(v) => {
            setUse(v);
            setTrouble(undefined);
            if (v !== 'point') setTurn(ISOMETRIC);
          }}
        />
        {isAssembly && use === 'point' && (
          <span className="flex items-center gap-1.5 text-[12.5px] text-second">
            <Tick
              name="Parts drawn apart"
              on={apart}
              onChange={(on) => {
                setApart(on);
                setCorners([]);
              }}
            />{' '}
            Parts drawn apart
          </span>
        )}
        <div className="min-h-0 flex-1" aria-live="polite">
          {use === 'point' ? (
            placing ? (
              <>
                {face && face.body !== placing.body ? (
                  <PlaceByFaces
                    key={`${face.body} ${face.key}`}
                    faces={[placing, face]}
                    onDone={() => setPlacing(undefined)}
                  />
                ) : (
                  <p>
                    {placing.face} of {placing.feature} ({placing.body}): now point at a face of another part.
                  </p>
                )}
                <button
                  type="button"
                  className="mt-1 text-house hover:underline"
                  onClick={() => setPlacing(undefined)}
                >
                  Leave it
                </button>
              </>
            ) : face || corners.length ? (
              <Pointed face={face} corners={corners} onPlaceBy={isAssembly ? setPlacing : undefined} />
            ) : (
              <p className="text-second">
                {isApart
                  ? 'Each part is drawn off along the axis on which it was placed. Drag to turn.'
                  : 'Point at a face to put the next feature on it, or at two corners to measure between them. Drag to turn.'}
              </p>
            )
          ) : (
            <p className="text-second">
              {use === 'add'
                ? 'Each square you click gets a cube on it.'
                : 'Each square you click loses the cube behind it.'}{' '}
              A square is {decimal(side, 4)} {drawing.part.units}; state{' '}
              <span className="figures">sq = …</span> for another worth.
              {trouble && <span className="block text-fault">{trouble}</span>}
            </p>
          )}
        </div>
        <Facts />
      </div>
    </section>
  );
};
