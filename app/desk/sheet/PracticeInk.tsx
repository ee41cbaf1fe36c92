'use client';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { GivenLine } from '../../../core/balance/given.ts';
import { curveByEye } from '../../../core/geometry/curveByEye.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import { placeInView } from '../../../core/ledger/placeInView.ts';
import { decimal } from '../../../core/number/format.ts';
import { nextPlace, placesForLines } from '../../../core/practice/lightLines.ts';
import { movedPlace, RIGHTLY_PLACED } from '../../../core/practice/placing.ts';
import { crossingNear, meetingsOf } from '../../../core/practice/thirdView.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import {
  crossingsNow,
  drawLight,
  enterPlace,
  judged,
  setPractice,
  usePractice,
} from '../stages/transfer/practiceStore.ts';
import { PlacedByHand } from './PlacedByHand.tsx';

/** How far the cover and the projectors reach beyond the view's box, mm; the view's name stays in sight. */
const AROUND = 3.5;
/** How near a crossing the pointer must come, mm of paper. */
const REACH = 4;

const WAYS: Readonly<Record<string, Vec2>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The missing view's place: covered, crossed by projectors, with what has been entered; and the light lines across the board. */
export const PracticeInk = ({
  picture,
  paperPoint,
}: {
  picture: GoodPicture;
  paperPoint: (e: { clientX: number; clientY: number }) => readonly [number, number];
}) => {
  const { exercise, entries, from, tool, seen, checked, hints, placing, help, lights, plotted, cursor } =
    usePractice();
  const [near, setNear] = useState<Vec2>();
  useHotkeys('escape', () => setPractice({ from: undefined, plotted: [] }), { enableOnFormTags: true });
  const view = picture.views.find((v) => v.name === exercise?.view);
  if (!exercise || !view) return null;
  const { k, to } = view.toPaper;
  const { height } = picture.paper;
  const down = (p: Vec2): Vec2 => [p[0], height - p[1]];
  const upPaper = (p: Vec2): Vec2 => [p[0] * k + to[0], p[1] * k + to[1]];
  const paper = (p: Vec2): Vec2 => down(upPaper(p));
  const inView = ([x, y]: Vec2): Vec2 => [(x - to[0]) / k, (y - to[1]) / k];
  const home = exercise.boxes.get(exercise.view);
  /** from the paper, y up, into the view's own plane wherever the view stands */
  const own = (up: Vec2): Vec2 => inView(home ? movedPlace(up, home, placing ?? RIGHTLY_PLACED, false) : up);
  const crossings = crossingsNow(exercise, help, lights, inView);
  const { box } = view;
  const cover = {
    x: box.x - AROUND,
    y: box.y - AROUND,
    width: box.w + 2 * AROUND,
    height: box.h + 2 * AROUND,
  };
  const isLight = tool === 'level' || tool === 'upright';
  const nearest = (places: readonly Vec2[], at: Vec2, reach: number): Vec2 | undefined =>
    places
      .map((p) => ({ p, far: Math.hypot(p[0] - at[0], p[1] - at[1]) }))
      .filter((x) => x.far <= reach)
      .sort((a, b) => a.far - b.far)[0]?.p;
  /** the place for an entry, in the view's plane; for a light line, on the paper with y up */
  const placeAt = (up: Vec2): Vec2 | undefined => {
    if (isLight) return nearest(placesForLines(exercise.board, lights), up, REACH);
    const at = own(up);
    // a line may also end where entries meet
    return crossingNear(crossings, at, REACH / k) ?? nearest(meetingsOf(entries), at, REACH / k);
  };
  const place = (e: { clientX: number; clientY: number }): Vec2 | undefined => placeAt(down(paperPoint(e)));
  const enter = (at: Vec2 | undefined): void => {
    if (!at) return;
    if (tool === 'level' || tool === 'upright') drawLight(tool, at);
    else enterPlace(at);
  };
  /** every place that the keys step along, on the paper with y up */
  const keyPlaces = (): readonly Vec2[] =>
    isLight
      ? placesForLines(exercise.board, lights)
      : [
          ...crossings.across.flatMap((x) => crossings.up.map((y): Vec2 => upPaper([x, y]))),
          ...meetingsOf(entries).map(upPaper),
        ];
  const wordsOf = (p: Vec2): string => {
    const at = inView(p);
    return isLight
      ? `${decimal(p[0], 1)} mm across the sheet, ${decimal(p[1], 1)} mm up`
      : placeInView(exercise.view, exercise.ledger, exercise.unit)(at);
  };
  const shape = (l: GivenLine, colour: string, key: string | number, width: number) => {
    const look = {
      stroke: colour,
      strokeWidth: l.seen ? width : width / 2,
      strokeDasharray: l.seen ? undefined : '3 0.75',
      fill: 'none',
      strokeLinecap: 'round' as const,
    };
    if (l.kind === 'straight') {
      const [a, b] = [paper(l.a), paper(l.b)];
      return <line key={key} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} {...look} />;
    }
    if (l.kind === 'round') {
      const c = paper(l.centre);
      return <circle key={key} cx={c[0]} cy={c[1]} r={l.radius * k} {...look} />;
    }
    return <path key={key} d={curvePath(l.points.map(paper))} {...look} />;
  };
  const begun: GivenLine | undefined =
    !isLight && from && near && Math.hypot(near[0] - from[0], near[1] - from[1]) > 0
      ? tool === 'line'
        ? { seen, kind: 'straight', a: from, b: near }
        : {
            seen,
            kind: 'round',
            centre: from,
            radius: Math.hypot(near[0] - from[0], near[1] - from[1]),
            a: near,
            b: near,
          }
      : undefined;
  const pointing = {
    className: 'cursor-crosshair',
    onPointerMove: (e: { clientX: number; clientY: number }) => setNear(place(e)),
    onPointerLeave: () => setNear(undefined),
    onPointerDown: (e: { stopPropagation: () => void }) => e.stopPropagation(),
    onPointerUp: (e: { stopPropagation: () => void; clientX: number; clientY: number }) => {
      e.stopPropagation();
      enter(place(e));
    },
  };
  /** The mitre line, or for arcs and dividers the two lines between the views from their corner. */
  const turningPath = (): string => {
    const { mitre, turnBy } = exercise.board;
    if (!mitre) return '';
    const [from, end] = [down(mitre.from), down(mitre.to)];
    if (turnBy === 'mitre') return `M${from.join(' ')}L${end.join(' ')}`;
    return `M${from.join(' ')}H${end[0]}M${from.join(' ')}V${end[1]}`;
  };
  const dot = near && (isLight ? down(near) : paper(near));
  const { width } = picture.paper;
  return (
    // biome-ignore lint/a11y/noInteractiveElementToNoninteractiveRole: a board that is drawn on, by keys too, which no HTML element is
    <g
      data-testid="practice"
      role="application"
      aria-label="The board: arrow keys step along the places where lines cross, Enter draws from there"
      tabIndex={0}
      className="outline-none"
      onKeyDown={(e) => {
        const way = WAYS[e.key];
        const next = way && nextPlace(keyPlaces(), cursor, way);
        if (next) setPractice({ cursor: next, cursorWords: wordsOf(next) });
        else if ((e.key === 'Enter' || e.key === ' ') && cursor) enter(placeAt(cursor));
        else if (!way) return;
        e.preventDefault();
        e.stopPropagation();
      }}
    >
      {placing && <rect {...cover} fill="var(--color-paper)" pointerEvents="none" />}
      <PlacedByHand box={view.box} cover={cover} paperPoint={paperPoint}>
        <rect {...cover} fill="var(--color-paper)" data-part="cover" {...(!isLight && pointing)} />
        <g pointerEvents="none">
          {help !== 'own' && (
            <path
              d={[
                ...crossings.across.map((x) => `M${paper([x, 0])[0]} ${cover.y}v${cover.height}`),
                ...crossings.up.map((y) => `M${cover.x} ${paper([0, y])[1]}h${cover.width}`),
              ].join('')}
              stroke="var(--color-light-line)"
              strokeWidth={0.2}
            />
          )}
          {entries.map((l, i) => {
            const wrong = checked && !judged(entries, i, exercise, help).right;
            return shape(l, wrong ? 'var(--color-fault)' : 'var(--color-ink)', i, 0.5);
          })}
          {begun && shape(begun, 'var(--color-house)', 'begun', 0.5)}
          {plotted.length > 0 &&
            shape(
              { seen, kind: 'curve', points: !isLight && near ? [...plotted, near] : plotted },
              'var(--color-house)',
              'plotted',
              0.5,
            )}
          {[...hints, ...(from ? [from] : []), ...plotted].map((p) => {
            const at = paper(p);
            return (
              <circle
                key={`hint ${p.join()}`}
                cx={at[0]}
                cy={at[1]}
                r={1.3}
                fill="none"
                stroke="var(--color-house)"
                strokeWidth={0.5}
              />
            );
          })}
        </g>
      </PlacedByHand>
      {help !== 'given' && exercise.board.mitre && (
        <path
          data-part="turning"
          d={turningPath()}
          stroke="var(--color-second)"
          strokeWidth={0.25}
          fill="none"
          pointerEvents="none"
        />
      )}
      <path
        data-part="light lines"
        d={lights
          .map((l) => (l.way === 'level' ? `M0 ${height - l.at}H${width}` : `M${l.at} 0V${height}`))
          .join('')}
        stroke="var(--color-light-line)"
        strokeWidth={0.25}
        fill="none"
        pointerEvents="none"
      />
      {isLight && (
        <rect x={0} y={0} width={width} height={height} fill="transparent" data-part="board" {...pointing} />
      )}
      {dot && <circle cx={dot[0]} cy={dot[1]} r={0.9} fill="var(--color-house)" pointerEvents="none" />}
      {cursor && (
        <g
          transform={`translate(${down(cursor).join(' ')})`}
          stroke="var(--color-fault)"
          strokeWidth={0.4}
          fill="none"
          pointerEvents="none"
          data-part="cursor"
        >
          <path d="M-3 0H-1M1 0H3M0 -3V-1M0 1V3" />
          <circle r={1.6} />
        </g>
      )}
    </g>
  );
};

/** A curve by eye through points on the screen. */
const curvePath = (points: readonly Vec2[]): string =>
  curveByEye(points, false).reduce(
    (d, { c1, c2, to }) => `${d}C${c1.join(' ')} ${c2.join(' ')} ${to.join(' ')}`,
    `M${(points[0] as Vec2).join(' ')}`,
  );
