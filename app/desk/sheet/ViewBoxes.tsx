'use client';
import { type PointerEvent, useEffect, useRef } from 'react';
import type { SetupCommand } from '../../../core/edit/command.ts';
import { setUp } from '../../../core/edit/setupCommands.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { POSTS } from '../../../core/ledger/accounts.ts';
import { sizeText } from '../../../core/number/format.ts';
import { LEAST_GAP, withBetween } from '../../../core/sheet/layout/gaps.ts';
import { paperText, squareOf } from '../../../core/sheet/layout/paperLength.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { ACCOUNT_INK } from '../book/inks.ts';
import { useDesk, useSession } from '../useDesk.ts';

const MOST_GAP = 200;
/** To the next step, or on squared paper to the next square. */
const toStep = (mm: number, step: number): number => Math.round(mm / step) * step;
/** What is dragged goes in steps of so much on plain paper, mm. */
const STEP = 0.5;

const FOLD_MS = 800;

/**
 * When the angle is switched each view folds out to its new place about its line with the front view: first angle throws it through the part
 * onto the plane behind, third angle onto the plane before it.
 */
const useFolding = (picture: GoodPicture): ((name: ViewName) => (e: SVGGElement | null) => void) => {
  const angle = useSession((s) => s.drawing.setup.angle);
  const drawn = useRef(angle);
  const elements = useRef(new Map<ViewName, SVGGElement>());
  useEffect(() => {
    if (drawn.current === angle) return;
    drawn.current = angle;
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const front = picture.views.find((v) => v.name === 'front')?.box;
    if (!front) return;
    for (const v of picture.views) {
      if (v.name === 'front') continue;
      const level = v.name === 'top' || v.name === 'bottom';
      const hinge = level
        ? `${v.box.x}px ${v.box.y > front.y ? (front.y + front.h + v.box.y) / 2 : (v.box.y + v.box.h + front.y) / 2}px`
        : `${v.box.x > front.x ? (front.x + front.w + v.box.x) / 2 : (v.box.x + v.box.w + front.x) / 2}px ${v.box.y}px`;
      const folded = level ? 'scale(1, -1)' : 'scale(-1, 1)';
      const flat = level ? 'scale(1, 0.02)' : 'scale(0.02, 1)';
      const element = elements.current.get(v.name);
      if (!element) continue;
      element.style.transformOrigin = hinge;
      element.animate([{ transform: folded }, { transform: flat }, { transform: 'none' }], {
        duration: FOLD_MS,
        easing: 'ease-in-out',
      });
    }
  }, [angle, picture]);
  return (name) => (e) => {
    if (e) elements.current.set(name, e);
    else elements.current.delete(name);
  };
};

type Drag = { readonly view: ViewName; readonly from: readonly [number, number]; next?: SetupCommand };

/**
 * The views' boxes with the overall sizes in the three inks. They are dragged only in ways that keep the views aligned: the front takes the
 * whole group along, its neighbours open and close the gap, and the mitre line's corner follows.
 */
export const ViewBoxes = ({
  picture,
  paperPoint,
}: {
  picture: GoodPicture;
  paperPoint: (e: { clientX: number; clientY: number }) => [number, number];
}) => {
  const drawing = useSession((s) => s.drawing);
  const { session } = useDesk();
  const folding = useFolding(picture);
  const square = squareOf(drawing.part);
  const step = drawing.setup.rules.squares && square ? square * picture.perUnit : STEP;
  // a neighbour stands two gaps away: half squares of gap bring it from square to square
  const gapStep = step === STEP ? STEP : step / 2;
  const drag = useRef<
    | (Drag & {
        extent: GoodPicture['extent'];
        front: GoodPicture['extent'];
        gap: number;
        between: readonly [number, number] | undefined;
        sign: number;
        level: boolean;
      })
    | undefined
  >(undefined);
  const start = (view: ViewName) => (e: PointerEvent<SVGGElement>) => {
    e.stopPropagation();
    e.currentTarget.setPointerCapture(e.pointerId);
    const front = picture.views.find((v) => v.name === 'front')?.box;
    const own = picture.views.find((v) => v.name === view)?.box;
    const level = view === 'top' || view === 'bottom';
    const beyond = front && own ? (level ? own.y > front.y : own.x > front.x) : true;
    drag.current = {
      view,
      from: paperPoint(e),
      extent: picture.extent,
      front: front ?? picture.extent,
      gap: drawing.setup.gap,
      between: drawing.setup.between,
      sign: beyond ? 1 : -1,
      level,
    };
  };
  const move = (e: PointerEvent): void => {
    const d = drag.current;
    if (!d) return;
    e.stopPropagation();
    const [x, y] = paperPoint(e);
    const [dx, dy] = [x - d.from[0], y - d.from[1]];
    if (d.view === 'front') {
      const { height } = picture.paper;
      // the corner of the front view goes from step to step, and all views with it
      const corner = [d.front.x, height - d.front.y - d.front.h] as const;
      const place: [number, number] = [
        d.extent.x + toStep(corner[0] + dx, step) - corner[0],
        height - d.extent.y - d.extent.h + toStep(corner[1] - dy, step) - corner[1],
      ];
      d.next = setUp({ place }, 'The views moved');
    } else {
      // a neighbour stands two gaps away, with its reference line half way
      const by = ((d.level ? dy : dx) * d.sign) / 2;
      if (d.between) {
        // what was set apart by itself is moved by itself
        const apart = Math.min(
          2 * MOST_GAP,
          Math.max(2 * LEAST_GAP, toStep(d.between[d.level ? 0 : 1] + 2 * by, step)),
        );
        const [levels, sides] = d.between;
        d.next = setUp(
          d.level ? withBetween(apart, sides) : withBetween(levels, apart),
          `${paperText(apart, drawing.part.units)} ${drawing.part.units} from the front view`,
        );
      } else {
        const gap = Math.min(MOST_GAP, Math.max(LEAST_GAP, toStep(d.gap + by, gapStep)));
        d.next = setUp({ gap }, `Gap ${paperText(gap, drawing.part.units)}`);
      }
    }
    void session.preview(d.next);
  };
  const drop = (): void => {
    const d = drag.current;
    drag.current = undefined;
    if (d?.next) void session.edit(d.next);
  };
  return (
    <g>
      {picture.views.map((v) => {
        const [across, up] = POSTS[v.name];
        const text = (a: 'W' | 'D' | 'H'): string =>
          `${a} ${sizeText(picture.overall[a], drawing.part.units)}`;
        const cursor =
          v.name === 'front'
            ? 'cursor-move'
            : v.name === 'top' || v.name === 'bottom'
              ? 'cursor-ns-resize'
              : 'cursor-ew-resize';
        return (
          <g
            key={v.name}
            ref={folding(v.name)}
            data-testid={`box ${v.name}`}
            className={cursor}
            onPointerDown={start(v.name)}
            onPointerMove={move}
            onPointerUp={drop}
            fontFamily="var(--font-mono)"
            fontSize={3.4}
            fontWeight={600}
          >
            <rect
              {...{ x: v.box.x, y: v.box.y, width: v.box.w, height: v.box.h }}
              fill="var(--color-house)"
              fillOpacity={0.06}
              stroke="var(--color-house)"
              strokeWidth={0.25}
              strokeDasharray="2 1"
            />
            <text x={v.box.x + v.box.w / 2} y={v.box.y - 1.6} textAnchor="middle" fill={ACCOUNT_INK[across]}>
              {text(across)}
            </text>
            <text
              transform={`translate(${v.box.x - 1.6} ${v.box.y + v.box.h / 2}) rotate(-90)`}
              textAnchor="middle"
              fill={ACCOUNT_INK[up]}
            >
              {text(up)}
            </text>
          </g>
        );
      })}
    </g>
  );
};
