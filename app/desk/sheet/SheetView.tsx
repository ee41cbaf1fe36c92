'use client';
import { useGesture } from '@use-gesture/react';
import { Maximize, Minus, Plus } from 'lucide-react';
import { memo, useCallback, useMemo, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { paperFrame, paperTitle } from '../../../core/sheet/layout/paper.ts';
import { SHAPE_TITLE } from '../../../core/sheet/views/viewTitles.ts';
import { EM_OF_CAPITALS } from '../../../formats/sheetSvg.ts';
import type { DeskPoint } from '../../../workers/deskPicture.ts';
import { tellPointing } from '../../serverCalls.ts';
import { useOthers } from '../../session/others.ts';
import { openPointing } from '../../session/ownPointing.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { ACCOUNT_INK, PEN_INK } from '../book/inks.ts';
import type { DeskView, Stage } from '../deskView.ts';
import { fetchedLater } from '../fetchedLater.tsx';
import { useDesk, useSession, useView } from '../useDesk.ts';
import { OthersPointing } from './OthersPointing.tsx';
import { PointNames } from './PointNames.tsx';

/** Each account has its own dash as well: plain, long, short. */
const ACCOUNT_DASH = { W: undefined, D: '3 1', H: '1 0.8' } as const;

const SourcePicture = fetchedLater(() => import('./SourcePicture.tsx').then((m) => m.SourcePicture), null);
const ScalingPoints = fetchedLater(() => import('./SourcePicture.tsx').then((m) => m.ScalingPoints), null);
const ScalingBar = fetchedLater(() => import('./SourcePicture.tsx').then((m) => m.ScalingBar), null);
const PracticeInk = fetchedLater(() => import('./PracticeInk.tsx').then((m) => m.PracticeInk));
const ReplayInk = fetchedLater(() => import('./ReplayInk.tsx').then((m) => m.ReplayInk), null);
const LaidInk = fetchedLater(() => import('./LaidInk.tsx').then((m) => m.LaidInk), null);
const DimensionHandles = fetchedLater(() => import('./DimensionHandles.tsx').then((m) => m.DimensionHandles));
const TitleCells = fetchedLater(() => import('./TitleCells.tsx').then((m) => m.TitleCells));
const ViewBoxes = fetchedLater(() => import('./ViewBoxes.tsx').then((m) => m.ViewBoxes), null);
const TraceHandles = fetchedLater(() => import('./TraceHandles.tsx').then((m) => m.TraceHandles), null);
const ShapeHandles = fetchedLater(() => import('./ShapeHandles.tsx').then((m) => m.ShapeHandles));
const BreakEdges = fetchedLater(() => import('./BreakEdges.tsx').then((m) => m.BreakEdges));

/** The stages at which traces are dragged. */
const TRACE_STAGES: ReadonlySet<Stage> = new Set(['Set out', 'Project', 'Transfer', 'Cut', 'Measure']);

/** The stages at which a press on the sheet asks what stands there. */
const PRESSED_STAGES: ReadonlySet<Stage> = new Set(['Project', 'Cut', 'Dimension']);

type Box = { x: number; y: number; w: number; h: number };

/** A key is taken for what is written on it, wherever that is on the keyboard; the plus sign is a key here and joins no keys. */
const KEYS_AS_WRITTEN = { useKey: true, splitKey: ' with ' };

/** How near, in mm on the screen's sheet, the pointer must come to a point, and a click to a line. */
const NEAR = 3;
const LINE_REACH = 1.5;

const nearestPoint = (
  picture: GoodPicture,
  at: readonly [number, number],
  reach: number,
): DeskPoint | undefined => {
  let best: DeskPoint | undefined;
  let bestScore = reach;
  for (const p of picture.points)
    for (const place of p.places) {
      if (place.posting === 'none') continue;
      const d = Math.hypot(place.at[0] - at[0], place.at[1] - at[1]);
      // what the observer meets first is taken first
      const score = d + (place.posting === 'hidden' ? 0.05 : 0) + (p.kind === 'cut' ? -0.02 : 0);
      if (d <= reach && score < bestScore) {
        best = p;
        bestScore = score;
      }
    }
  return best;
};

const Follow = ({ point, zoom }: { point: DeskPoint; zoom: number }) => (
  <g data-testid="followed" pointerEvents="none">
    {point.runs.map((r) => (
      <line
        key={`${r.account} ${r.from} ${r.to}`}
        x1={r.from[0]}
        y1={r.from[1]}
        x2={r.to[0]}
        y2={r.to[1]}
        stroke={ACCOUNT_INK[r.account]}
        strokeWidth={0.45}
        strokeDasharray={ACCOUNT_DASH[r.account]}
        data-account={r.account}
      />
    ))}
    {point.places.map((p) => (
      <g key={p.view} data-view={p.view}>
        <circle
          cx={p.at[0]}
          cy={p.at[1]}
          r={1.5 / zoom}
          fill={p.posting === 'hidden' ? 'var(--color-paper)' : 'var(--color-house)'}
          stroke="var(--color-house)"
          strokeWidth={0.5 / zoom}
        />
        <g transform={`translate(${p.at[0] + 2.6 / zoom} ${p.at[1] - 2.6 / zoom}) scale(${1 / zoom})`}>
          <rect
            x={-0.6}
            y={-3.4}
            width={point.label.length * 2.1 + 1.8}
            height={4.6}
            rx={1.2}
            fill="var(--color-house)"
          />
          <text
            x={0.3}
            y={0}
            fontSize={3.6}
            fill="var(--color-paper)"
            fontFamily="var(--font-sans)"
            fontWeight={600}
          >
            {point.label}
          </text>
        </g>
      </g>
    ))}
  </g>
);

/** The sheet, drawn from the one model that the files are written from, with the followed point over it. */
export const SheetView = () => {
  const { session, engine, view: look } = useDesk();
  const { follow, pointTo } = look;
  const tried = useSession((s) => s.tried !== undefined);
  const picture = useSession((s) => s.tried?.picture ?? s.picture);
  const active = useView((s) => s.activePoint);
  const rounds = useView((s) => s.rounds);
  const covered = useView((s) => s.covered);
  const stage = useView((s) => s.stage);
  const empty = useSession((s) => !s.drawing.part.bodies.length && !s.tried);
  const replaying = useView((s) => s.replay !== undefined);
  const layers = useView(layersSoFar);
  const pointed = useView((s) => s.pointed);
  const marked = useView((s) => s.marked);
  const picked = useView((s) => s.picked);
  const svg = useRef<SVGSVGElement>(null);
  const [view, setView] = useState<Box>();
  const width = picture?.paper.width ?? 420;
  const height = picture?.paper.height ?? 297;
  const margin = Math.max(width, height) * 0.015;
  const whole: Box = useMemo(
    () => ({ x: -margin, y: -margin, w: width + 2 * margin, h: height + 2 * margin }),
    [width, height, margin],
  );
  const box = view ?? whole;
  const zoom = whole.w / box.w;

  const paperPoint = useCallback((e: { clientX: number; clientY: number }): [number, number] => {
    const m = svg.current?.getScreenCTM();
    if (!m) return [0, 0];
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return [p.x, p.y];
  }, []);

  const zoomAbout = useCallback(
    (factor: number, about?: readonly [number, number]): void => {
      setView((v) => {
        const b = v ?? whole;
        const w = Math.min(whole.w, Math.max(whole.w / 24, b.w / factor));
        if (w >= whole.w) return undefined;
        const k = w / b.w;
        const [cx, cy] = about ?? [b.x + b.w / 2, b.y + b.h / 2];
        return { x: cx - (cx - b.x) * k, y: cy - (cy - b.y) * k, w, h: b.h * k };
      });
    },
    [whole],
  );

  useHotkeys(['+', 'shift with +', '='], () => zoomAbout(1.4), KEYS_AS_WRITTEN, [zoomAbout]);
  useHotkeys('-', () => zoomAbout(1 / 1.4), KEYS_AS_WRITTEN, [zoomAbout]);
  useHotkeys('0', () => setView(undefined), KEYS_AS_WRITTEN);

  const tellOthers = useMemo(
    () =>
      openPointing(
        (place) => tellPointing(session.id, place),
        () => !useOthers.getState().names.length,
      ),
    [session],
  );
  useGesture(
    {
      onMove: ({ event, dragging }) => {
        if (dragging || !picture) return;
        const [px, py] = paperPoint(event);
        tellOthers([Math.round(px * 10) / 10, Math.round(py * 10) / 10]);
        const found = nearestPoint(picture, paperPoint(event), NEAR / Math.sqrt(zoom));
        if (found?.key !== active) follow(found?.key);
      },
      onHover: ({ hovering, dragging }) => {
        if (hovering || dragging) return;
        follow(undefined);
        tellOthers(undefined);
      },
      onDrag: ({ tap, pinching, event, xy: [clientX, clientY], memo = box as Box, movement: [mx, my] }) => {
        if (pinching) return memo;
        if (tap) {
          if (!PRESSED_STAGES.has(stage) || !picture) return memo;
          const [x, y] = paperPoint({ clientX, clientY });
          const { drawing } = session.state.getState();
          const reach = LINE_REACH / Math.sqrt(zoom);
          const at = [x, picture.paper.height - y] as const;
          if (stage === 'Project') void engine.pointed(drawing, at, reach).then(pointTo);
          else if (stage === 'Cut')
            void engine.met(drawing, at).then((found) => look.meet(found ?? 'nothing'));
          else void engine.pickStation(drawing, at, reach).then(look.pick);
        } else if (zoom > 1.01 && event.type !== 'pointerdown') {
          const m = svg.current?.getScreenCTM();
          const k = m ? 1 / m.a : 1;
          setView({ ...memo, x: memo.x - mx * k, y: memo.y - my * k });
        }
        return memo;
      },
      // a pinch on a touchpad would make the whole page larger
      onPinch: ({ event, origin: [clientX, clientY], movement: [scale], memo = 1 }) => {
        event.preventDefault();
        zoomAbout(scale / (memo as number), paperPoint({ clientX, clientY }));
        return scale;
      },
      onWheel: ({ event, ctrlKey, last }) => {
        if (!ctrlKey && !last) zoomAbout(event.deltaY < 0 ? 1.2 : 1 / 1.2, paperPoint(event));
      },
    },
    { target: svg, eventOptions: { passive: false }, drag: { filterTaps: true, pointer: { buttons: 1 } } },
  );

  if (empty) return <BarePaper />;
  if (!picture)
    return (
      <div className="grid h-full place-items-center text-second" role="status">
        The sheet is being drawn …
      </div>
    );

  const followed = [...picture.points, ...rounds].find((p) => p.key === active);
  const reading = `Sheet ${picture.paper.name}, scale ${picture.scale}. ${picture.views.map((v) => `${v.title}: ${v.visible} visible and ${v.hidden} hidden lines`).join('; ')}. ${picture.cuts.map((c) => `Cut ${c.name}: area ${c.area.toFixed(2)}`).join('; ')}`;
  return (
    <div className="relative h-full">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing with grips in it, which no HTML element is */}
      <svg
        ref={svg}
        role="group"
        aria-label={reading}
        data-testid="sheet"
        data-took={picture.took}
        viewBox={`${box.x} ${box.y} ${box.w} ${box.h}`}
        className="print-true block h-full w-full touch-none select-none"
        onDoubleClick={() => setView(undefined)}
      >
        <Paper picture={picture} />
        <SourcePicture height={picture.paper.height} />
        <SheetInk
          picture={picture}
          only={layers}
          without={covered?.title?.toLowerCase()}
          bare={covered?.bare}
          practised={covered !== undefined}
        />
        {tried && <TriedInk added={picture.added} />}
        <ReplayInk />
        <LaidInk />
        {!replaying && <PointNames picture={picture} paperPoint={paperPoint} except={covered?.view} />}
        {covered && <PracticeInk picture={picture} paperPoint={paperPoint} />}
        {pointed && stage === 'Project' && <LitLines testId="lit" d={pointed.lit} />}
        {picked && stage === 'Dimension' && <LitLines testId="picked" d={picked.lit} />}
        {stage === 'Set out' && <ViewBoxes picture={picture} paperPoint={paperPoint} />}
        {followed && <Follow point={followed} zoom={Math.sqrt(zoom)} />}
        <OthersPointing zoom={Math.sqrt(zoom)} />
        {!replaying && TRACE_STAGES.has(stage) && <TraceHandles picture={picture} paperPoint={paperPoint} />}
        {!replaying && stage === 'Cut' && <ShapeHandles picture={picture} paperPoint={paperPoint} />}
        {!replaying && stage === 'Cut' && <BreakEdges picture={picture} paperPoint={paperPoint} />}
        {marked?.at.map(([x, y]) => (
          <circle
            key={`${x} ${y}`}
            data-testid="marked"
            cx={x}
            cy={y}
            r={6}
            fill="none"
            stroke="var(--color-warning)"
            strokeWidth={0.8}
            strokeDasharray="2.4 1.2"
            pointerEvents="none"
          />
        ))}
        {(stage === 'Dimension' || stage === 'Check') && (
          <DimensionHandles picture={picture} paperPoint={paperPoint} />
        )}
        {stage === 'Issue' && <TitleCells />}
        <ScalingPoints width={picture.paper.width} height={picture.paper.height} paperPoint={paperPoint} />
      </svg>
      <ScalingBar />
      <div className="absolute right-3 bottom-3 flex rounded-md border border-rule-strong bg-page text-second shadow-sm">
        {(
          [
            ['Smaller', Minus, () => zoomAbout(1 / 1.4)],
            ['Whole sheet', Maximize, () => setView(undefined)],
            ['Larger', Plus, () => zoomAbout(1.4)],
          ] as const
        ).map(([name, Icon, go]) => (
          <button
            key={name}
            type="button"
            aria-label={name}
            title={name}
            onClick={go}
            className="grid size-7 place-items-center hover:bg-hover"
          >
            <Icon size={14} aria-hidden />
          </button>
        ))}
      </div>
    </div>
  );
};

/** What was taken on the sheet, lit over its ink. */
const LitLines = ({ testId, d }: { testId: string; d: string }) => (
  <path
    data-testid={testId}
    d={d}
    fill="none"
    stroke="var(--color-house)"
    strokeWidth={1.1}
    strokeOpacity={0.75}
    pointerEvents="none"
  />
);

/** The paper before anything is stated. */
const BarePaper = () => {
  const setup = useSession((s) => s.drawing.setup);
  const { width, height, frame, title } = paperFrame(setup);
  const margin = Math.max(width, height) * 0.015;
  return (
    <div className="relative h-full" data-testid="bare paper">
      <svg
        role="img"
        aria-label={`Sheet ${paperTitle(setup)}, bare: nothing is stated yet`}
        viewBox={`${-margin} ${-margin} ${width + 2 * margin} ${height + 2 * margin}`}
        className="print-true block h-full w-full"
      >
        <rect
          x={1.6}
          y={1.8}
          width={width}
          height={height}
          className="beneath-paper"
          fill="var(--color-shade)"
        />
        <rect
          width={width}
          height={height}
          fill="var(--color-paper)"
          stroke="var(--color-rule)"
          strokeWidth={0.3}
        />
        {[frame, title].map((r) => (
          <rect
            key={r.h}
            {...{ x: r.x, y: height - r.y - r.h, width: r.w, height: r.h }}
            fill="none"
            stroke="var(--color-rule-strong)"
            strokeWidth={0.5}
          />
        ))}
      </svg>
      <p className="absolute inset-0 grid place-items-center text-center text-[15px] leading-[24px] text-second">
        <span>
          Nothing is stated yet. Type a first line at the left,
          <br />
          such as <span className="figures text-house">block 60 x 40 x 30</span>, and its views stand here.
        </span>
      </p>
    </div>
  );
};

const Paper = ({ picture }: { picture: GoodPicture }) => (
  <>
    <rect
      x={1.6}
      y={1.8}
      width={picture.paper.width}
      height={picture.paper.height}
      className="beneath-paper"
      fill="var(--color-shade)"
    />
    <rect
      width={picture.paper.width}
      height={picture.paper.height}
      fill="var(--color-paper)"
      stroke="var(--color-rule)"
      strokeWidth={0.3}
    />
  </>
);

/** What is on the sheet while its views are constructed: frame and title, and what the steps so far have finished. */
const layersSoFar = ({ replay }: DeskView): string | undefined =>
  replay && ['frame', 'title', ...replay.steps.slice(0, replay.at).flatMap((s) => s.shows ?? [])].join(' ');
const shows = (only: string | undefined, layer: string): boolean =>
  only === undefined || only.split(' ').includes(layer);

/** The lines of what is typed and not taken yet, over the sheet. */
const TriedInk = ({ added }: Pick<GoodPicture, 'added'>) => (
  <g fill="none" stroke="var(--color-house)" strokeLinecap="round" data-testid="tried" pointerEvents="none">
    <path d={added.hidden} strokeWidth={0.35} />
    <path d={added.visible} strokeWidth={0.7} />
  </g>
);

const isOfTrueShape = (t: GoodPicture['texts'][number]): boolean =>
  t.layer === 'trueShape' || t.text.startsWith(SHAPE_TITLE);

/** The ink; drawn anew only when the picture changes, not when a point is followed. */
type InkProps = {
  picture: GoodPicture;
  only: string | undefined;
  /** a text that does not show, in small letters */
  without: string | undefined;
  /** projectors do not show: they are to be drawn */
  bare: boolean | undefined;
  /** a view is practised: true shapes, which were constructed from it, do not show */
  practised: boolean;
};
const SheetInk = memo(({ picture, only, without, bare, practised }: InkProps) => (
  <>
    {only === undefined && (
      <g data-testid="tints">
        {picture.tints.map(({ d, colour }) => (
          <path key={d} d={d} fill={colour} />
        ))}
      </g>
    )}
    <g fill="none" strokeLinecap="round" strokeLinejoin="round">
      {picture.strokes
        .filter(
          (s) =>
            shows(only, s.layer) &&
            !(bare && s.layer === 'projectors') &&
            !(practised && s.layer === 'trueShape'),
        )
        .map((s) => (
          <path
            key={`${s.layer}/${s.pen}`}
            data-layer={s.layer}
            data-pen={s.pen}
            d={s.d}
            strokeWidth={s.width}
            stroke={PEN_INK[s.pen] ?? 'var(--color-ink)'}
          />
        ))}
    </g>
    <g fill="var(--color-ink)">
      {picture.fills.map(({ layer, points }, i) =>
        shows(only, layer) ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same mark of the sheet keeps its place in the order while it moves
          <polygon key={i} points={points} />
        ) : null,
      )}
    </g>
    <g fill="var(--color-ink)" fontFamily="osifont">
      {picture.texts.map((t, i) =>
        t.label ||
        t.text.toLowerCase() === without ||
        !shows(only, t.layer) ||
        (practised && isOfTrueShape(t)) ? null : (
          <text
            // biome-ignore lint/suspicious/noArrayIndexKey: the same mark of the sheet keeps its place in the order while it moves
            key={i}
            data-layer={t.layer}
            x={t.at[0]}
            y={t.at[1]}
            fontSize={t.height * EM_OF_CAPITALS}
            textAnchor={t.anchor}
            data-dimension={t.dimension}
            transform={t.turn ? `rotate(${t.turn} ${t.at[0]} ${t.at[1]})` : undefined}
          >
            {t.text}
          </text>
        ),
      )}
    </g>
  </>
));
SheetInk.displayName = 'SheetInk';
