import { type GivenLine, pointsOf } from '../core/balance/given.ts';
import type { ExerciseCut } from '../core/exercise/cutOf.ts';
import type { Exercise, Kind, Mistake, Option } from '../core/exercise/exercise.ts';
import { boxOfDrawing, type FaceDrawing } from '../core/exercise/faceDrawing.ts';
import { makeExercise } from '../core/exercise/makeExercise.ts';
import { sheetOfMissingSize } from '../core/exercise/missingSize.ts';
import { overallOf, setOutLayout } from '../core/exercise/setOutLayout.ts';
import { linesIn, PICTORIAL_SIGHT } from '../core/exercise/views.ts';
import { dot, type Vec2, type Vec3 } from '../core/geometry/vec.ts';
import { frameToward, VIEW_FRAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import type { PartFile } from '../core/part/schema.ts';
import { letterWidth } from '../core/sheet/annotate/letterWidth.ts';
import { roomOf } from '../core/sheet/dimensions/laid.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import { type Ink, type Layer, type Pen, penWidth } from '../core/sheet/ink/ink.ts';
import { onPaper } from '../core/sheet/layout/similarity.ts';
import type { BuiltPart } from '../core/solid/build.ts';
import { madePart } from '../core/solids/madePart.ts';
import { svgPath } from '../formats/sheetSvg.ts';
import { type Pictorial, pictorialOf } from './pictorial.ts';

/** A view as a picture: mm, v downwards as SVG has it. */
export type ViewShape = {
  readonly name: ViewName;
  /** left, top, width, height */
  readonly box: readonly [number, number, number, number];
  readonly visible: string;
  readonly hidden: string;
};

/** Of each option how it differs from the right one, and what kind of mistake it is. */
type Answers = {
  readonly right: number;
  readonly differs: readonly string[];
  readonly mistakes: readonly (Mistake | undefined)[];
};

/** The exercises with a cutting plane. */
type OfCut<K extends string> = {
  readonly kind: K;
  readonly given: readonly ViewShape[];
  /** where the plane is an edge: its trace, and the way one looks */
  readonly seenIn: ViewName;
  readonly trace: { readonly from: Vec2; readonly to: Vec2; readonly sight: Vec2 };
  readonly options: readonly FaceShape[];
} & Answers;

/** The exercises about one line: of the three views one lacks it, or has it wrong. */
type OfLine<K extends string> = {
  readonly kind: K;
  readonly views: readonly ViewShape[];
  readonly view: ViewName;
  readonly lines: readonly { readonly path: string; readonly at: Vec2; readonly isHidden: boolean }[];
} & Answers;

/** An exercise as the screen shows it. */
export type ExercisePicture = {
  readonly level: number;
  readonly seed: number;
  readonly part: PartFile;
} & (
  | ({
      readonly kind: 'third view';
      readonly given: readonly ViewShape[];
      readonly wanted: ViewName;
      readonly options: readonly ViewShape[];
    } & Answers)
  | ({
      readonly kind: 'pictorial';
      readonly given: readonly ViewShape[];
      readonly options: readonly Pictorial[];
    } & Answers)
  | {
      readonly kind: 'hidden lines';
      /** of the one that is asked about all lines are alike */
      readonly views: readonly ViewShape[];
      readonly view: ViewName;
      readonly pictorial: Pictorial;
      readonly asked: readonly { readonly path: string; readonly at: Vec2; readonly isHidden: boolean }[];
    }
  | OfLine<'missing line'>
  | OfLine<'wrong line'>
  | ({
      readonly kind: 'corner';
      readonly view: ViewShape;
      readonly pictorial: Pictorial;
      /** the corner in the pictorial, and the lettered places in the view */
      readonly mark: Vec2;
      readonly places: readonly Vec2[];
    } & Answers)
  | ({
      readonly kind: 'numbering';
      /** the corner is marked in each */
      readonly given: readonly (ViewShape & { readonly mark: Vec2 })[];
      readonly view: ViewShape;
      readonly places: readonly Vec2[];
    } & Answers)
  | ({
      readonly kind: 'cut points';
      readonly given: readonly ViewShape[];
      readonly trace: OfCut<'true shape'>['trace'];
      readonly view: ViewShape;
      readonly pictorial: Pictorial;
      readonly mark: Vec2;
      readonly places: readonly Vec2[];
    } & Answers)
  | ({
      readonly kind: 'worked size';
      readonly view: ViewShape;
      readonly axis: 0 | 1;
      /** places of the chain along its direction, in the picture's plane */
      readonly stations: readonly number[];
      readonly asked: number;
      readonly figures: readonly number[];
    } & Answers)
  | ({ readonly kind: 'missing size'; readonly sheet: InkShape } & Answers)
  | ({
      readonly kind: 'set out';
      readonly frame: readonly [width: number, height: number];
      readonly angle: 'first' | 'third';
      readonly scale: number;
      readonly between: readonly [level: number, beside: number];
      /** overall width, depth and height of the part, mm */
      readonly size: readonly [number, number, number];
      readonly axis: 0 | 1;
      /** the views where they stand: their lower left corner from that of the frame, mm of paper */
      readonly views: readonly (ViewShape & { readonly at: Vec2 })[];
      readonly figures: readonly number[];
    } & Answers)
  | ({
      readonly kind: 'other angle';
      readonly views: readonly ViewShape[];
      readonly options: readonly (readonly PlacedShape[])[];
    } & Answers)
  | ({ readonly kind: 'threads'; readonly says: string; readonly options: readonly FaceShape[] } & Answers)
  | OfCut<'sectional view'>
  | OfCut<'true shape'>
  | OfCut<'development'>
  | { readonly kind: 'angle'; readonly views: readonly ViewShape[]; readonly shown: 'first' | 'third' }
);

/** A piece of a sheet as a picture, mm of paper, y downwards; a size that is asked about has its letter in place of its figure. */
export type InkShape = {
  readonly box: ViewShape['box'];
  readonly strokes: readonly {
    readonly pen: Pen;
    readonly width: number;
    readonly d: string;
    readonly letter?: number;
  }[];
  readonly fills: readonly { readonly points: string; readonly letter?: number }[];
  readonly texts: readonly {
    readonly text: string;
    readonly at: Vec2;
    readonly height: number;
    /** degrees with the clock */
    readonly turn: number;
    readonly letter?: number;
  }[];
};

/** A view with the angle in whose place it stands. */
export type PlacedShape = ViewShape & { readonly placed: 'first' | 'third' };

/** A drawing of a cut as a picture: the hatched faces (even-odd), and the lines. */
export type FaceShape = {
  readonly box: ViewShape['box'];
  readonly face: string;
  readonly lines: string;
  /** narrow lines */
  readonly narrow: string;
};

const down = ([u, v]: Vec2): Vec2 => [u, -v];
const text = (p: Vec2): string =>
  down(p)
    .map((x) => String(Math.round(x * 1e3) / 1e3))
    .join(' ');

const pathOfLine = (l: GivenLine): string => {
  if (l.kind === 'straight') return `M${text(l.a)}L${text(l.b)}`;
  if (l.kind === 'curve') return `M${l.points.map(text).join('L')}`;
  const { centre: c, radius: r, a, b } = l;
  if (Math.hypot(a[0] - b[0], a[1] - b[1]) > 1e-9) {
    const [from, to] = [a, b].map((p) => Math.atan2(p[1] - c[1], p[0] - c[0])) as [number, number];
    const sweep = (to - from + 2 * Math.PI) % (2 * Math.PI);
    return `M${text(a)}A${r} ${r} 0 ${sweep > Math.PI ? 1 : 0} 0 ${text(b)}`;
  }
  const other: Vec2 = [2 * c[0] - a[0], 2 * c[1] - a[1]];
  return `M${text(a)}A${r} ${r} 0 0 0 ${text(other)}A${r} ${r} 0 0 0 ${text(a)}`;
};

const shapeOf = (name: ViewName, lines: readonly GivenLine[], allAlike = false): ViewShape => {
  const points = lines.flatMap(pointsOf);
  const [us, vs] = [points.map((p) => p[0]), points.map((p) => -p[1])];
  const [x, y] = [Math.min(...us), Math.min(...vs)];
  const path = (seen: boolean): string =>
    lines
      .filter((l) => allAlike || l.seen === seen)
      .map(pathOfLine)
      .join('');
  return {
    name,
    box: [x, y, Math.max(...us) - x, Math.max(...vs) - y],
    visible: path(true),
    hidden: allAlike ? '' : path(false),
  };
};

const built = (file: PartFile): BuiltPart => {
  const part = madePart(file);
  if (!part) throw new Error('an exercise has a part that cannot be built');
  return part;
};
const pictorialFrom = (part: BuiltPart): Pictorial => {
  const p = pictorialOf({ part, points: [] }, PICTORIAL_SIGHT);
  // hidden lines would tell what is asked
  return { ...p, hidden: '' };
};

/** Where a letter stands beside the middle of a line. */
const middleOf = (l: GivenLine): Vec2 => {
  if (l.kind === 'straight') return [(l.a[0] + l.b[0]) / 2, (l.a[1] + l.b[1]) / 2];
  if (l.kind === 'round')
    return [l.centre[0] + l.radius * Math.SQRT1_2, l.centre[1] + l.radius * Math.SQRT1_2];
  return l.points[l.points.length >> 1] as Vec2;
};

const letteredLine = (l: GivenLine) => ({ path: pathOfLine(l), at: down(middleOf(l)), isHidden: !l.seen });

const answers = (e: {
  readonly right: number;
  readonly options: readonly Pick<Option<unknown>, 'differs' | 'mistake'>[];
}): Answers => ({
  right: e.right,
  differs: e.options.map((o) => o.differs),
  mistakes: e.options.map((o) => o.mistake),
});

const SIGHTS = { up: [0, 1], down: [0, -1], left: [-1, 0], right: [1, 0] } as const;

const faceShape = (d: FaceDrawing): FaceShape => {
  const [x0, y0, x1, y1] = boxOfDrawing(d);
  return {
    box: [x0, -y1, x1 - x0, y1 - y0],
    face: d.faces.map((f) => `M${f.map(text).join('L')}Z`).join(''),
    lines: d.lines.map(pathOfLine).join(''),
    narrow: (d.narrow ?? []).map(pathOfLine).join(''),
  };
};

/** Drawings that are held against one another are drawn at one scale: each gets as much room as the largest. */
const atOneScale = (all: readonly FaceShape[]): FaceShape[] => {
  const [w, h] = ([2, 3] as const).map((k) => Math.max(...all.map((d) => d.box[k]))) as [number, number];
  return all.map((d) => {
    const [x, y, ownW, ownH] = d.box;
    return { ...d, box: [x - (w - ownW) / 2, y - (h - ownH) / 2, w, h] };
  });
};

/** The views of a sheet with their sizes; the lettered ones among these have letters in place of their figures. */
const inkShape = (sheet: Sheet, lettered: readonly string[]): InkShape => {
  const { height } = sheet.paper;
  const ink = sheet.ink.filter((i) => SHOWN.has(i.layer));
  const letterOf = (i: Ink): { readonly letter?: number } => {
    const n = i.dimension === undefined ? -1 : lettered.indexOf(i.dimension);
    return n < 0 ? {} : { letter: n };
  };
  const laid = sheet.dimensions.laid.map((l) => {
    const home = sheet.views.find((v) => v.name === l.view);
    const [x, y] = home ? onPaper(home.toPaper, [0, 0]) : [0, 0];
    const [x0, y0, x1, y1] = roomOf(l.drawn);
    return [x + x0, y + y0, x + x1, y + y1] as const;
  });
  const boxes = [...sheet.views.map(({ box: b }) => [b.x, b.y, b.x + b.w, b.y + b.h] as const), ...laid];
  const [x0, y0] = [Math.min(...boxes.map((b) => b[0])), Math.min(...boxes.map((b) => b[1]))];
  const [x1, y1] = [Math.max(...boxes.map((b) => b[2])), Math.max(...boxes.map((b) => b[3]))];
  const flipped = ([x, y]: Vec2): Vec2 => [x, height - y];
  return {
    box: [x0, height - y1, x1 - x0, y1 - y0],
    strokes: ink.flatMap((i) =>
      i.kind === 'stroke'
        ? [{ pen: i.pen, width: penWidth(i.pen), d: svgPath(i.stretches, height), ...letterOf(i) }]
        : [],
    ),
    fills: ink.flatMap((i) =>
      i.kind === 'fill'
        ? [{ points: i.points.map((p) => flipped(p).join(',')).join(' '), ...letterOf(i) }]
        : [],
    ),
    texts: ink.flatMap((i) => {
      if (i.kind !== 'text') return [];
      const { letter } = letterOf(i);
      const turn = -(i.angle ?? 0);
      if (letter === undefined) return [{ text: i.text, at: flipped(i.at), height: i.height, turn }];
      // the letter stands where the middle of the figure would
      const a = ((i.angle ?? 0) * Math.PI) / 180;
      const half = letterWidth(i.text, i.height) / 2;
      const at = flipped([i.at[0] + half * Math.cos(a), i.at[1] + half * Math.sin(a)]);
      return [{ text: '', at, height: i.height, turn, letter }];
    }),
  };
};
/** What is shown of the sheet: its views and sizes, without frame, title block and titles. */
const SHOWN: ReadonlySet<Layer> = new Set(['views', 'hidden', 'centre', 'dimensions']);

/** Where a point of the part is seen in a view, and in the pictorial. */
const placeIn = (view: ViewName, p: Vec3): Vec2 => {
  const { u, v } = VIEW_FRAMES[view];
  return down([dot(p, u), dot(p, v)]);
};
const placeInPictorial = (p: Vec3): Vec2 => {
  const { u, v } = frameToward(PICTORIAL_SIGHT);
  return down([dot(p, u), dot(p, v)]);
};
const traceOf = ({ from, to, look }: ExerciseCut): OfCut<'true shape'>['trace'] => ({
  from: down(from),
  to: down(to),
  sight: down(SIGHTS[look]),
});

const pictureOf = (e: Exercise): ExercisePicture => {
  const part = built(e.part);
  const common = { level: e.level, seed: e.seed, part: e.part };
  const viewOf = (v: ViewName): ViewShape => shapeOf(v, linesIn(part, v));
  if (e.kind === 'third view')
    return {
      ...common,
      kind: e.kind,
      given: e.given.map(viewOf),
      wanted: e.wanted,
      options: e.options.map((o) => shapeOf(e.wanted, o.shows)),
      ...answers(e),
    };
  if (e.kind === 'pictorial')
    return {
      ...common,
      kind: e.kind,
      given: e.given.map(viewOf),
      options: e.options.map((o) => pictorialFrom(built(o.shows))),
      ...answers(e),
    };
  if (e.kind === 'hidden lines')
    return {
      ...common,
      kind: e.kind,
      views: (['front', 'top', 'left'] as const).map((v) =>
        v === e.view ? shapeOf(v, e.lines, true) : viewOf(v),
      ),
      view: e.view,
      pictorial: pictorialFrom(part),
      asked: e.asked.map((i) => letteredLine(e.lines[i] as GivenLine)),
    };
  if (e.kind === 'missing line' || e.kind === 'wrong line')
    return {
      ...common,
      kind: e.kind,
      views: [...e.given.map(viewOf), shapeOf(e.view, e.lines)],
      view: e.view,
      lines: e.options.map(({ shows }) => letteredLine(shows)),
      ...answers(e),
    };
  if (e.kind === 'corner')
    return {
      ...common,
      kind: e.kind,
      view: viewOf(e.view),
      pictorial: pictorialFrom(part),
      mark: placeInPictorial(e.corner),
      places: e.options.map((o) => down(o.shows)),
      ...answers(e),
    };
  if (e.kind === 'sectional view' || e.kind === 'true shape' || e.kind === 'development')
    return {
      ...common,
      kind: e.kind,
      given: e.given.map(viewOf),
      seenIn: e.cut.seenIn,
      trace: traceOf(e.cut),
      // what is laid flat is no cut face: it is not hatched
      options: atOneScale(
        e.options.map((o) => faceShape(e.kind === 'development' ? { ...o.shows, faces: [] } : o.shows)),
      ),
      ...answers(e),
    };
  if (e.kind === 'threads')
    return {
      ...common,
      kind: e.kind,
      says: e.says,
      options: atOneScale(e.options.map((o) => faceShape(o.shows))),
      ...answers(e),
    };
  if (e.kind === 'numbering')
    return {
      ...common,
      kind: e.kind,
      given: e.given.map((v) => ({ ...viewOf(v), mark: placeIn(v, e.corner) })),
      view: viewOf(e.view),
      places: e.options.map((o) => down(o.shows)),
      ...answers(e),
    };
  if (e.kind === 'cut points')
    return {
      ...common,
      kind: e.kind,
      given: [viewOf('front'), viewOf('left')],
      trace: traceOf(e.cut),
      view: viewOf(e.view),
      pictorial: pictorialFrom(part),
      mark: placeInPictorial(e.point),
      places: e.options.map((o) => down(o.shows)),
      ...answers(e),
    };
  if (e.kind === 'worked size')
    return {
      ...common,
      kind: e.kind,
      view: viewOf(e.view),
      axis: e.axis,
      // the picture's v runs down
      stations: e.axis ? e.stations.map((v) => -v).reverse() : e.stations,
      asked: e.axis ? e.stations.length - 2 - e.asked : e.asked,
      figures: e.options.map((o) => o.shows),
      ...answers(e),
    };
  if (e.kind === 'missing size')
    return {
      ...common,
      kind: e.kind,
      sheet: inkShape(
        sheetOfMissingSize(e),
        e.options.map((o) => o.shows.id),
      ),
      ...answers(e),
    };
  if (e.kind === 'set out') {
    const { setOut, axis } = e;
    const size = overallOf(part);
    const { boxes } = setOutLayout(setOut, size);
    return {
      ...common,
      kind: e.kind,
      frame: setOut.frame,
      angle: setOut.angle,
      scale: setOut.scale,
      between: setOut.between,
      size: [size.width, size.depth, size.height],
      axis,
      views: [...boxes].map(([name, b]) => ({ ...viewOf(name), at: [b.x, b.y] as Vec2 })),
      figures: e.options.map((o) => o.shows),
      ...answers(e),
    };
  }
  if (e.kind === 'other angle')
    return {
      ...common,
      kind: e.kind,
      views: e.views.map(viewOf),
      options: e.options.map((o) => o.shows.map((p) => ({ ...shapeOf(p.view, p.lines), placed: p.placed }))),
      ...answers(e),
    };
  return { ...common, kind: e.kind, views: e.views.map(viewOf), shown: e.shown };
};

/** Makes an exercise and its picture; the same kind, level and number give the same again. */
export const exercisePicture = (kind: Kind, level: number, seed: number): ExercisePicture =>
  pictureOf(makeExercise(kind, level, seed));
