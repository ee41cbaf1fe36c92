import { openDesk } from '../core/drawing/desk.ts';
import { pointOn2 } from '../core/geometry/curve2.ts';
import { dot, type Vec2 } from '../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import type { BoardStep, DrawingMethod, Figures, Method } from '../core/method/method.ts';
import { type Board, emptyBoard, perform } from '../core/replay/perform.ts';
import { planReplay } from '../core/replay/planReplay.ts';
import type { ShortStep } from '../core/replay/step.ts';
import type { Ink as SheetInk } from '../core/sheet/ink/ink.ts';
import type { Rect } from '../core/sheet/layout/paper.ts';
import { type DeskPicture, type DeskPoint, deskPicture } from './deskPicture.ts';
import { frameOf, type StepInk, stepInk } from './replayPicture.ts';

type Ink = Pick<Extract<DeskPicture, { ok: true }>, 'strokes' | 'fills' | 'texts'>;

/** A name beside a point of the figure, from a step on. Paper mm with y down. */
export type NamedPlace = {
  readonly at: Vec2;
  readonly text: string;
  readonly from: number;
  /** how far its middle stands from its point, in heights of its letters */
  readonly aside: Vec2;
};

/** A step of a method: its words, and what it puts on the figure; with `ink` what it finishes of the sheet as a whole. */
export type MethodStop = StepInk & {
  readonly text: string;
  readonly why: string;
  /** light lines of all steps before are rubbed out */
  readonly clears: boolean;
  readonly ink: Ink;
};

/** A construction of the method shelf, ready to be drawn. Paper mm with y down. */
export type MethodPicture = {
  readonly box: Rect;
  readonly stops: readonly MethodStop[];
  readonly names: readonly NamedPlace[];
};

const NOTHING: Ink = { strokes: [], fills: [], texts: [] };

/** Free paper round a figure, mm. */
const MARGIN = 9;

const boxAbout = (points: readonly Vec2[]): Rect => {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [x, y] = [Math.min(...xs) - MARGIN, Math.min(...ys) - MARGIN];
  return { x, y, w: Math.max(...xs) + MARGIN - x, h: Math.max(...ys) + MARGIN - y };
};

/** Places of a full circle that its box is taken from. */
const roundAbout = (c: Vec2, r: number): Vec2[] => [
  [c[0] - r, c[1]],
  [c[0] + r, c[1]],
  [c[0], c[1] - r],
  [c[0], c[1] + r],
];

/** Steps at the board as a picture: what each puts on the figure. */
export const boardPicture = (steps: readonly BoardStep[]): MethodPicture => {
  const board = emptyBoard();
  for (const d of steps.flatMap((s) => s.deeds)) perform(board, d);
  const rounds = board.finished.flatMap((f) =>
    f.kind === 'arc' && !f.from ? roundAbout(f.circle.c, f.circle.r) : [],
  );
  const arcs = board.finished.flatMap((f) =>
    f.kind === 'arc' && f.from && f.to ? arcPlaces(f.circle.c, f.circle.r, f.from, f.to) : [],
  );
  const places = [...board.points.values(), ...rounds, ...arcs];
  const up = boxAbout(places);
  // y turns over about the lower edge of the sheet, which lies at 0
  const box: Rect = { x: up.x, y: -up.y - up.h, w: up.w, h: up.h };
  const ink = stepInk(steps, { height: 0, room: up, boxes: [] });
  const size = Math.max(up.w, up.h) / LETTERS;
  const drawn = inkPlaces(board);
  return {
    box,
    stops: steps.map((s, i) => ({
      ...(ink[i] as StepInk),
      text: s.text,
      why: s.why,
      clears: false,
      ink: NOTHING,
    })),
    names: steps.flatMap((s, i) =>
      Object.entries(s.names ?? {}).map(([point, text]): NamedPlace => {
        const [x, y] = board.points.get(point) as Vec2;
        const [dx, dy] = asideOf([x, y], text, size, drawn);
        return { at: [x, -y], text, from: i + 1, aside: [dx, -dy] };
      }),
    ),
  };
};

/** So many letters would stand along the longer side of a figure. */
const LETTERS = 52;
/** The middles of names about their points, in heights of their letters: to the right and up comes first. */
const ASIDE: readonly Vec2[] = [
  [0.8, 0.75],
  [-0.8, 0.75],
  [0.8, -0.75],
  [-0.8, -0.75],
  [1.1, 0],
  [-1.1, 0],
  [0, 1],
  [0, -1],
];

/** Places along all that is drawn on a board, close enough for names to keep off it. */
const inkPlaces = (board: Board): Vec2[] => {
  const between = (a: Vec2, b: Vec2): Vec2[] =>
    Array.from({ length: 41 }, (_, i) => [a[0] + ((b[0] - a[0]) * i) / 40, a[1] + ((b[1] - a[1]) * i) / 40]);
  return board.finished.flatMap((f): Vec2[] => {
    if (f.kind === 'straight' || f.kind === 'break') return between(f.from, f.to);
    if (f.kind === 'curve') return f.through.flatMap((p, i) => between(p, f.through[i + 1] ?? p));
    const { c, r } = f.circle;
    const [east, west]: [Vec2, Vec2] = [
      [c[0] + r, c[1]],
      [c[0] - r, c[1]],
    ];
    return f.from && f.to
      ? arcPlaces(c, r, f.from, f.to)
      : [...arcPlaces(c, r, east, west), ...arcPlaces(c, r, west, east)];
  });
};

/** Where a name stands beside its point so that it keeps off what is drawn. @param size the height of letters, mm */
const asideOf = (p: Vec2, text: string, size: number, drawn: readonly Vec2[]): Vec2 => {
  const half = 0.3 * text.length;
  const middleOf = ([dx, dy]: Vec2): Vec2 => [dx + Math.sign(dx) * (half - 0.3), dy];
  const clear = (aside: Vec2): number => {
    const [dx, dy] = middleOf(aside);
    const [x, y] = [p[0] + dx * size, p[1] + dy * size];
    // the nearest ink to the box of the letters; further off makes it no better
    return Math.min(
      0.5 * size,
      ...drawn.map((q) =>
        Math.hypot(
          Math.max(0, Math.abs(q[0] - x) - half * size),
          Math.max(0, Math.abs(q[1] - y) - 0.4 * size),
        ),
      ),
    );
  };
  const best = Math.max(...ASIDE.map(clear));
  return middleOf(ASIDE.find((a) => clear(a) > best - 0.1 * size) as Vec2);
};

/** Some places along an arc, counter-clockwise. */
const arcPlaces = (c: Vec2, r: number, from: Vec2, to: Vec2): Vec2[] => {
  const angle = (p: Vec2): number => Math.atan2(p[1] - c[1], p[0] - c[0]);
  const start = angle(from);
  const sweep = (angle(to) - start + 2 * Math.PI) % (2 * Math.PI);
  const circle = { type: 'conic', c, major: [r, 0], minor: [0, r], round: true } as const;
  return Array.from({ length: 17 }, (_, i) => pointOn2(circle, start + (sweep * i) / 16));
};

/** The ink of steps that a drafter does in one go. */
const together = (ink: readonly StepInk[]): StepInk => ({
  light: ink.map((s) => s.light).join(''),
  visible: ink.map((s) => s.visible).join(''),
  hidden: ink.map((s) => s.hidden).join(''),
  marks: ink.flatMap((s) => s.marks),
});

const drawingPicture = (method: DrawingMethod, figures: Figures): MethodPicture | undefined => {
  const drawing = method.drawing(figures);
  const worked = openDesk().work(drawing);
  if (!worked.ok) return undefined;
  const picture = deskPicture(drawing, worked, 0);
  if (!picture.ok) return undefined;
  const { sheet, part, rows } = worked;
  const { steps, short } = planReplay(sheet, drawing.part, part, rows, method.choice, drawing.setup.rules);
  const ink = stepInk(steps, frameOf(sheet));
  const board = emptyBoard();
  for (const d of steps.flatMap((s) => s.deeds)) perform(board, d);
  const inkOf = (layers: readonly string[]): Ink => ({
    strokes: picture.strokes.filter((s) => layers.includes(s.layer)),
    fills: picture.fills.filter((f) => layers.includes(f.layer)),
    // numbers of points stand with their names
    texts: picture.texts.filter((t) => layers.includes(t.layer) && !/^\d+$/.test(t.text)),
  });
  let done = 0;
  const stops = short.map(({ count, text, why }: ShortStep): MethodStop => {
    const [from, to] = [done, done + count];
    done = to;
    const own = steps.slice(from, to);
    return {
      ...together(ink.slice(from, to)),
      text,
      why,
      clears: own.some((s) => s.clears),
      ink: inkOf(own.flatMap((s) => s.shows ?? [])),
    };
  });
  const { x, y, w, h } = frameOf(sheet).room;
  const low = sheet.paper.height - y - h;
  return {
    // names of views stand below and above them
    box: { x: x - 4, y: low - 8, w: w + 8, h: h + 16 },
    stops,
    names: namesOnSheet(
      picture,
      board,
      stops,
      Math.max(w, h) / LETTERS,
      drawing.cuts[0]?.trace.name ?? '',
      sheet.ink,
    ),
  };
};

/** Places along the lines of a sheet that names keep off, and about its words. */
const sheetPlaces = (ink: readonly SheetInk[]): Vec2[] =>
  ink.flatMap((i): Vec2[] => {
    if (i.kind === 'stroke')
      return ['trace', 'hatch', 'centre', 'reference'].includes(i.layer)
        ? i.stretches.flatMap((k) =>
            Array.from({ length: 9 }, (_, n) => pointOn2(k.curve, k.from + ((k.to - k.from) * n) / 8)),
          )
        : [];
    if (i.kind !== 'text' || /^\d+$/.test(i.text)) return [];
    const wide = 0.6 * i.text.length * i.height;
    const x = i.anchor === 'start' ? i.at[0] + wide / 2 : i.anchor === 'end' ? i.at[0] - wide / 2 : i.at[0];
    return Array.from({ length: i.text.length }, (_, n): Vec2[] =>
      [0, 0.5, 1].map((k): Vec2 => [x - wide / 2 + 0.6 * i.height * (n + 0.5), i.at[1] + k * i.height]),
    ).flat();
  });

/** Places nearer than this are one place, mm. */
const SAME = 0.01;
const isSame = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME;

/** The middle of a name and places about the rim of its box, which other names keep off. */
const boxPlaces = ([x, y]: Vec2, text: string, size: number): Vec2[] =>
  [-1, 0, 1].flatMap((i) =>
    [-1, 0, 1].map((k): Vec2 => [x + 0.3 * text.length * size * i, y + 0.4 * size * k]),
  );

/**
 * Names of the numbered points in each view, beside what is drawn; of points behind one another the nearest first. A name shows from the
 * step on that marks its place. Cut points bear the letter of their cut, as the steps call them.
 */
const namesOnSheet = (
  picture: Extract<DeskPicture, { ok: true }>,
  board: Board,
  stops: readonly MethodStop[],
  size: number,
  cut: string,
  ink: readonly SheetInk[],
): NamedPlace[] => {
  const markedAt = (at: Vec2): number => {
    const i = stops.findIndex((s) => s.marks.some((m) => isSame(m, at)));
    return i < 0 ? stops.length : i + 1;
  };
  const named: NamedPlace[] = [];
  const { height } = picture.paper;
  // names keep off one another as well as off the ink, which is kept with y up
  const taken = [...inkPlaces(board), ...sheetPlaces(ink)];
  const places: { readonly at: Vec2; readonly view: string; readonly points: DeskPoint[] }[] = [];
  for (const point of picture.points)
    if (point.kind === 'corner' || point.kind === 'cut')
      for (const { view, at } of point.places) {
        const there = places.find((p) => p.view === view && isSame(p.at, at));
        if (there) there.points.push(point);
        else places.push({ at, view, points: [point] });
      }
  for (const { at, view, points } of places) {
    const { toward } = VIEW_FRAMES[view as ViewName] ?? {};
    const text = points
      .toSorted((a, b) => (toward ? dot(b.at, toward) - dot(a.at, toward) : 0))
      .map((p) => (p.kind === 'cut' ? `${cut}${p.label}` : p.label))
      .join(',');
    const up: Vec2 = [at[0], height - at[1]];
    const [dx, dy] = asideOf(up, text, size, taken);
    taken.push(...boxPlaces([up[0] + dx * size, up[1] + dy * size], text, size));
    named.push({ at, text, from: markedAt(at), aside: [dx, -dy] });
  }
  return named;
};

/** A construction of the shelf for given sizes; undefined where the engine cannot draw it. */
export const methodPicture = (method: Method, figures: Figures): MethodPicture | undefined =>
  method.kind === 'board' ? boardPicture(method.steps(figures)) : drawingPicture(method, figures);
