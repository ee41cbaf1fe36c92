'use client';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { Vec2, Vec3 } from '../../core/geometry/vec.ts';
import { sentence } from '../../core/number/fault.ts';
import { decimal } from '../../core/number/format.ts';
import { densityOf, massOf } from '../../core/part/material.ts';
import { withFront } from '../../core/part/turnPart.ts';
import { cubeAt, withCube } from '../../core/statement/gridCubes.ts';
import { typedContext } from '../../core/statement/typed/enter.ts';
import { frameToward } from '../../core/view/frames.ts';
import {
  LOOKS,
  type Looks,
  type PickedFace,
  type Pictorial as Picture,
  type Tints,
} from '../../workers/pictorial.ts';
import { Choice, Tick } from './Choice.tsx';
import { propose, proposeNext, useDesk, writeLine } from './deskStore.ts';
import { drawPictorial, pickFace, tintPictorial } from './engine.ts';
import { ACCOUNT_INK } from './inks.ts';

/** A face is tinted by the view that shows it true; one that none shows true is left the colour of paper. */
const TINT: Record<Looks, readonly [number, number, number]> = {
  top: [243, 247, 254],
  bottom: [243, 247, 254],
  front: [218, 230, 250],
  back: [218, 230, 250],
  left: [192, 211, 242],
  right: [192, 211, 242],
  aslant: [252, 246, 228],
};
const SQUARES = 190;
const TINT_AFTER = 120;
const DRAW_AFTER = 120;

type Turn = { readonly azimuth: number; readonly elevation: number };
const ISOMETRIC: Turn = { azimuth: 45, elevation: 35.264 };
const DIMETRIC: Turn = { azimuth: 20.7, elevation: 19.47 };
const DEGREE = Math.PI / 180;

/** To the observer: azimuth from the front towards the right, elevation upwards. */
const towardOf = ({ azimuth, elevation }: Turn): Vec3 => {
  const c = Math.cos(elevation * DEGREE);
  return [Math.sin(azimuth * DEGREE) * c, -Math.cos(azimuth * DEGREE) * c, Math.sin(elevation * DEGREE)];
};
const sameTurn = (a: Turn, b: Turn): boolean => a.azimuth === b.azimuth && a.elevation === b.elevation;

const tintImage = (t: Tints): string => {
  const canvas = document.createElement('canvas');
  canvas.width = t.width;
  canvas.height = t.height;
  const image = new ImageData(t.width, t.height);
  t.looks.forEach((k, i) => {
    if (!k) return;
    image.data.set([...TINT[LOOKS[k - 1] as Looks], 255], i * 4);
  });
  canvas.getContext('2d')?.putImageData(image, 0, 0);
  return canvas.toDataURL();
};

/** Draws the part's pictorial anew when the part or the direction changes; the newest answer counts. */
const usePictorial = (turn: Turn) => {
  const drawing = useDesk((s) => s.drawing);
  const ready = useDesk((s) => s.picture !== undefined);
  const [picture, setPicture] = useState<Picture>();
  const [tints, setTints] = useState<{ image: string; of: Picture }>();
  const asked = useRef(0);
  const turned = useRef(turn);
  useEffect(() => {
    if (!ready) return;
    const mine = ++asked.current;
    const toward = towardOf(turn);
    const draw = (): void =>
      void drawPictorial(drawing, toward).then((p) => {
        if (mine !== asked.current || !p) return;
        setPicture(p);
        setTimeout(() => {
          if (mine !== asked.current) return;
          void tintPictorial(drawing, toward, SQUARES).then((t) => {
            if (t && mine === asked.current) setTints({ image: tintImage(t), of: p });
          });
        }, TINT_AFTER);
      });
    // turning follows the hand; a changed part waits until the sheet has had its turn
    const after = turned.current === turn ? DRAW_AFTER : 0;
    turned.current = turn;
    const wait = setTimeout(draw, after);
    return () => clearTimeout(wait);
  }, [drawing, turn, ready]);
  return { picture, tint: tints?.of === picture ? tints?.image : undefined };
};

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
  'rounded border border-rule-strong bg-white px-1.5 text-[12.5px] leading-[20px] text-house hover:bg-[#e3ecfb]';

/** What was pointed at: a face with what may be put on it, or the distance between two corners. */
const Pointed = ({ face, corners }: { face: PickedFace | undefined; corners: readonly string[] }) => {
  const drawing = useDesk((s) => s.drawing);
  const picture = useDesk((s) => s.picture);
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
    const [W, D, H] = (['W', 'D', 'H'] as const).map((k) => b.sizes[k] - a.sizes[k]) as [
      number,
      number,
      number,
    ];
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
  if (!face)
    return (
      <p className="text-second">
        Point at a face to put the next feature on it, or at two corners to measure between them. Drag to
        turn.
      </p>
    );
  const flat = !face.round && face.looks !== 'aslant';
  const place = flat ? placeWords(face, picture.box, units) : '';
  const size =
    units === 'mm'
      ? { hole: '12', boss: '20 dia 8 high', slot: '20 centres 8 wide' }
      : { hole: '1/2', boss: '3/4 dia 3/8 high', slot: '3/4 centres 3/8 wide' };
  return (
    <div data-testid="pointed">
      <p>
        <b>{face.face}</b> of <b>{face.feature}</b>; {face.round ? 'a round face' : SHOWN_IN[face.looks]}.
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
      {flat && face.looks !== 'front' && (
        <button
          type="button"
          className={`${offer} mt-1.5`}
          onClick={() =>
            void propose(
              { ...drawing, part: withFront(drawing.part, face.looks as Exclude<Looks, 'aslant'>) },
              `The ${face.looks} made the front`,
            )
          }
        >
          Make this side the front
        </button>
      )}
    </div>
  );
};

/** The place on the ground below a point of the pictorial. */
const onGround = ([u, v]: Vec2, toward: Vec3, box: readonly number[]): Vec3 | undefined => {
  if (toward[2] <= 0.05) return undefined;
  const f = frameToward(toward);
  const base = [0, 1, 2].map((i) => u * (f.u[i] as number) - v * (f.v[i] as number));
  const t = ((box[2] as number) - (base[2] as number)) / toward[2];
  return base.map((x, i) => x + t * (toward[i] as number)) as unknown as Vec3;
};

/** What the part is: volume and, where the material is known, mass. */
const Facts = () => {
  const picture = useDesk((s) => s.picture);
  const material = useDesk((s) => s.drawing.material);
  const units = useDesk((s) => s.drawing.part.units);
  if (!picture) return null;
  const density = densityOf(material);
  const mass = density === undefined ? undefined : massOf(picture.volume, density, units);
  const unit = units === 'in' ? 'lb' : mass !== undefined && mass >= 1000 ? 'kg' : 'g';
  return (
    <p className="border-t border-rule pt-1.5 text-[12.5px] text-second">
      <span className="figures">{decimal(picture.volume, 2)}</span> {units}³
      {mass !== undefined && (
        <>
          {' '}
          · about{' '}
          <span className="figures" data-testid="mass">
            {decimal(unit === 'kg' ? mass / 1000 : mass, unit === 'g' ? 0 : 3)}
          </span>{' '}
          {unit} in {material.toLowerCase()}
        </>
      )}
    </p>
  );
};

const AXIS = 22;

/** Which way width, depth and height run in the pictorial, in their inks. */
const Axes = ({ axes }: { axes: Picture['axes'] }) => (
  <svg viewBox="-40 -40 80 80" aria-hidden className="absolute bottom-0 left-0 size-[84px]">
    {(['W', 'D', 'H'] as const).map((a) => {
      const [x, y] = axes[a];
      return (
        <g key={a}>
          <line x2={x * AXIS} y2={y * AXIS} stroke={ACCOUNT_INK[a]} strokeWidth={1.8} strokeLinecap="round" />
          <text
            x={x * AXIS * 1.42}
            y={y * AXIS * 1.42 + 4}
            fontSize={11.5}
            fontWeight={700}
            textAnchor="middle"
            fill={ACCOUNT_INK[a]}
          >
            {a}
          </text>
        </g>
      );
    })}
  </svg>
);

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
/** Squares of ruled ground shown beyond the part. */
const BEYOND = 2;

/** The ground ruled in squares, on which a part is counted. */
const Ground = ({ box, side, axes }: { box: readonly number[]; side: number; axes: Picture['axes'] }) => {
  const at = (x: number, y: number): string => {
    const z = box[2] as number;
    return [0, 1]
      .map((i) => x * (axes.W[i] as number) + y * (axes.D[i] as number) + z * (axes.H[i] as number))
      .join(' ');
  };
  const range = (lo: number, hi: number): number[] => {
    const [a, b] = [Math.floor(lo / side) - BEYOND, Math.ceil(hi / side) + BEYOND];
    return Array.from({ length: Math.min(80, b - a + 1) }, (_, i) => (a + i) * side);
  };
  const xs = range(box[0] as number, box[3] as number);
  const ys = range(box[1] as number, box[4] as number);
  const [x0, x1, y0, y1] = [xs[0], xs.at(-1), ys[0], ys.at(-1)] as [number, number, number, number];
  const d = [
    ...xs.map((x) => `M${at(x, y0)}L${at(x, y1)}`),
    ...ys.map((y) => `M${at(x0, y)}L${at(x1, y)}`),
  ].join('');
  return <path d={d} fill="none" stroke="#b3c8e8" strokeWidth={1} vectorEffect="non-scaling-stroke" />;
};

/** The part as it stands in space, turned by dragging; faces and corners can be pointed at. */
export const Pictorial = () => {
  const drawing = useDesk((s) => s.drawing);
  const [turn, setTurn] = useState<Turn>(ISOMETRIC);
  const [hidden, setHidden] = useState(true);
  const [face, setFace] = useState<PickedFace>();
  const [corners, setCorners] = useState<readonly string[]>([]);
  const [use, setUse] = useState<Use>('point');
  const [trouble, setTrouble] = useState<string>();
  const box = useDesk((s) => s.picture?.box) ?? [0, 0, 0, 0, 0, 0];
  const side = useMemo(
    () => typedContext(drawing.part, undefined).worth('1 sq') ?? (drawing.part.units === 'in' ? 0.25 : 5),
    [drawing.part],
  );
  const { picture, tint } = usePictorial(turn);
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<{ x: number; y: number; turn: Turn; moved: boolean } | undefined>(undefined);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was pointed at belongs to the part as it was
  useEffect(() => {
    setFace(undefined);
    setCorners([]);
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
    const near = picture.corners
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
    void pickFace(drawing, picture.toward, at).then(setFace);
  };
  const count = (e: PointerEvent, op: 'add' | 'cut'): void => {
    const { at } = place(e);
    void pickFace(drawing, picture.toward, at).then((met) => {
      const normal = met && NORMALS[met.looks];
      const hit = met && normal && !met.round ? { at: met.at, normal } : undefined;
      // beside the part a square of the ground is meant
      const ground = !met && op === 'add' ? onGround(at, picture.toward, box) : undefined;
      const cell = hit ? cubeAt(hit.at, hit.normal, side, op) : ground && cubeAt(ground, [0, 0, 1], side, op);
      if (!cell) return;
      void proposeNext(({ drawing: now }) => {
        const { worth } = typedContext(now.part, undefined);
        const part = withCube(now.part, cell, side, (q) => (typeof q === 'number' ? q : worth(q)));
        return { drawing: { ...now, part }, label: op === 'add' ? 'A square added' : 'A square taken away' };
      }).then((faults) => setTrouble(faults[0] && sentence(faults[0])));
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
          <g fill="none" stroke="#16233F" strokeLinecap="round" strokeLinejoin="round">
            {hidden && (
              <path
                d={picture.hidden}
                strokeWidth={1}
                strokeDasharray="4 3"
                stroke="#6c7a95"
                vectorEffect="non-scaling-stroke"
              />
            )}
            <path d={picture.visible} strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
          </g>
          {chosen.length === 2 && (
            <line
              x1={chosen[0]?.at[0]}
              y1={chosen[0]?.at[1]}
              x2={chosen[1]?.at[0]}
              y2={chosen[1]?.at[1]}
              stroke="#1D4ED8"
              strokeWidth={1.5}
              vectorEffect="non-scaling-stroke"
            />
          )}
          {chosen.map((c) => (
            <circle key={c.key} cx={c.at[0]} cy={c.at[1]} r={3.4 * px} fill="#1D4ED8" />
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
        <div className="min-h-0 flex-1" aria-live="polite">
          {use === 'point' ? (
            <Pointed face={face} corners={corners} />
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
