import type { Tie } from '../../dimension/propose.ts';
import type { Vec2 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import type { View } from '../../view/view.ts';
import type { Margins } from '../layout/margins.ts';

/** A rectangle on the paper: u0, v0, u1, v1, mm from the view's origin. */
export type Box = readonly [number, number, number, number];
export type Line = readonly [Vec2, Vec2];

/** A side of a view, where dimension lines stand in lanes. */
export type Side = 'below' | 'above' | 'left' | 'right';

/** Whether the dimensions of a side run across the sheet. */
export const isLevel = (side: Side): boolean => side === 'below' || side === 'above';

/** A dimension that is to be laid out: what it ties, and what was chosen for it. */
export type Wanted = {
  readonly id: string;
  readonly tie: Tie;
  /** in brackets: it follows from others and is there to be read only */
  readonly reference?: boolean | undefined;
  /** chosen by hand; found where missing */
  readonly view?: ViewName | undefined;
  readonly side?: Side | undefined;
  /** the lanes that it is moved out by, beyond its own */
  readonly out?: number | undefined;
  /** what follows the figure, such as "±0.1" */
  readonly after?: string | undefined;
  /** sizes of the same feature that stand in one note with it */
  readonly joined?: readonly Tie[] | undefined;
  /** the same sizes of other features, which its figure counts */
  readonly alike?: readonly Tie[] | undefined;
  /** a distance across; what is joined to it is the distance the other way: "□24" */
  readonly square?: boolean | undefined;
  /** the face that it is led to as a note, in place of a dimension line */
  readonly leader?: string | undefined;
  /** so many equal steps */
  readonly spaces?: number | undefined;
  /** an angle written as a ratio, "1:5" */
  readonly ratio?: boolean | undefined;
  /** words after the figure */
  readonly words?: string | undefined;
  /** a note without a size: all that it says */
  readonly note?: string | undefined;
};

/** The id of what a kept dimension shows apart from its first note, where it counts several that differ. */
export const partOfKept = (id: string, n: number): string => `${id} (${n})`;
/** The id of a note with a leader, by its place in the list. */
export const leaderId = (i: number): string => `note ${i + 1}`;
/** The kept dimension that an id on the sheet belongs to. */
export const keptIdOf = (id: string): string => id.replace(/ \(\d+\)$/, '');

/** An arrow head: its tip, and the direction in which it points. */
export type Arrow = { readonly tip: Vec2; readonly along: Vec2 };

/** A dimension as it is drawn in a view, paper mm from the view's origin. */
export type Drawn = {
  /** the dimension line, or the leader of a note */
  readonly line?: Line;
  /** the arc of an angle, radians against the clock */
  readonly arc?: {
    readonly centre: Vec2;
    readonly radius: number;
    readonly from: number;
    readonly to: number;
  };
  /** the centre of the round that its leader points at */
  readonly round?: Vec2;
  readonly extension: readonly Line[];
  /** of a shortened radius, the bend after its line and what follows */
  readonly rest?: readonly Vec2[];
  /** the line beneath a note's figure */
  readonly shelf?: Line;
  readonly arrows: readonly Arrow[];
  /** the zero mark from which it is counted on a line with others; drawn with one of them */
  readonly zero?: { readonly at: Vec2; readonly isDrawn: boolean };
  /** `at`: where the figure begins on its base line; angle: degrees, turned against the clock */
  readonly text: { readonly at: Vec2; readonly angle: number; readonly box: Box };
};

/** A size as it is written and drawn on the sheet. */
export type LaidSize = {
  /** the side of the view where its line stands; nothing for a note */
  readonly side?: Side;
  /** part units or degrees; of a radius the radius itself */
  readonly value: number;
  /** stated as a radius: the face is less than half a round */
  readonly isRadius: boolean;
  readonly text: string;
  /** not to scale: the figure is underlined. Source: ISO 129-1 */
  readonly isOffScale?: boolean;
  readonly drawn: Drawn;
};

/** A dimension in its view. */
export type Laid = LaidSize & {
  readonly wanted: Wanted;
  readonly view: ViewName;
  /** of how many equal copies it is the size */
  readonly count: number;
};

/** A linear dimension on its way into a lane. Paper mm. */
export type Linear = {
  readonly wanted: Wanted;
  /** the lesser and the greater end along its direction */
  readonly lo: number;
  readonly hi: number;
  /** the end that it is counted from; nothing for a diameter */
  readonly zero?: number;
  /** where the extension lines begin at both ends, away from the direction: the least and the most that the feature reaches */
  readonly reach: readonly [readonly [number, number], readonly [number, number]];
  readonly count: number;
  readonly value: number;
  readonly text: string;
  /** drawn shorter than it is, across a stretch that an interrupted view leaves out */
  readonly isOffScale?: boolean;
  /** of a diameter in a half section, the one end that is drawn: its line runs on a little past the axis */
  readonly half?: 'lo' | 'hi';
};

/** How lengths from one base are written: each on a line of its own, or all on one line from a zero mark. */
export type LengthLines = 'stacked' | 'running';

export type Views = ReadonlyMap<ViewName, View>;
/** The part's box in a view, and how far beyond it there is room on each side before the next view, paper mm. */
export type RoomRound = { readonly box: Box; readonly beyond: Margins };
/** What is round the views where their dimensions are laid out. */
export type Around = {
  /** what else stands beside each view, such as the ends of traces: boxes, paper mm from its origin */
  readonly taken: ReadonlyMap<ViewName, Box>;
  readonly room: ReadonlyMap<ViewName, RoomRound>;
  /** views whose hidden lines are not drawn */
  readonly noHidden: ReadonlySet<ViewName>;
};
export const OPEN: Around = { taken: new Map(), room: new Map(), noHidden: new Set() };

/** Height of the figures, and of the room between them and their line, mm. */
export const FIGURE = 3.5;
export const ABOVE = 0.8;
/** The first dimension line from the outline, and the next ones from it, mm. */
export const FIRST = 10;
export const NEXT = 7;
/** An extension line begins so far off the outline and ends so far past the dimension line, mm. */
export const OFF = 1;
export const PAST = 2;
/** How long an arrow head is, mm. */
export const ARROW = 3;

export const boxesMeet = (a: Box, b: Box): boolean =>
  a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];

/** On which side of the way from a to b a point lies: its sign. */
const sideOfWay = (ax: number, ay: number, bx: number, by: number, x: number, y: number): number =>
  (bx - ax) * (y - ay) - (by - ay) * (x - ax);

/** The same as `crosses`, of numbers: it is asked very often, and pairs would have to be made for it. */
const cross = (
  px: number,
  py: number,
  qx: number,
  qy: number,
  rx: number,
  ry: number,
  sx: number,
  sy: number,
): boolean =>
  sideOfWay(px, py, qx, qy, rx, ry) * sideOfWay(px, py, qx, qy, sx, sy) < 0 &&
  sideOfWay(rx, ry, sx, sy, px, py) * sideOfWay(rx, ry, sx, sy, qx, qy) < 0;

/** True where two stretches cross within both. */
export const crosses = ([p, q]: Line, [r, s]: Line): boolean =>
  cross(p[0], p[1], q[0], q[1], r[0], r[1], s[0], s[1]);

/** True where a stretch passes through a box or ends in it. */
export const passes = ([[px, py], [qx, qy]]: Line, [x0, y0, x1, y1]: Box): boolean => {
  // most lie beyond one side of the box altogether
  if ((px <= x0 && qx <= x0) || (px >= x1 && qx >= x1)) return false;
  if ((py <= y0 && qy <= y0) || (py >= y1 && qy >= y1)) return false;
  const isInside = (x: number, y: number): boolean => x > x0 && x < x1 && y > y0 && y < y1;
  return (
    isInside(px, py) ||
    isInside(qx, qy) ||
    cross(px, py, qx, qy, x0, y0, x1, y0) ||
    cross(px, py, qx, qy, x1, y0, x1, y1) ||
    cross(px, py, qx, qy, x1, y1, x0, y1) ||
    cross(px, py, qx, qy, x0, y1, x0, y0)
  );
};

export const union = (a: Box, b: Box): Box => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[2], b[2]),
  Math.max(a[3], b[3]),
];
/** How far a box reaches beyond another on each side; nought where it does not. */
export const marginsBeyond = (all: Box, own: Box): Margins => ({
  left: Math.max(0, own[0] - all[0]),
  below: Math.max(0, own[1] - all[1]),
  right: Math.max(0, all[2] - own[2]),
  above: Math.max(0, all[3] - own[3]),
});
/** How far the room round a view reaches; nothing where it has no end. */
export const limitsOf = (room: RoomRound | undefined): Box | undefined => {
  if (!room) return undefined;
  const {
    box: [x0, y0, x1, y1],
    beyond: { left, below, right, above },
  } = room;
  const reach = [left, below, right, above].map((x) => x + 1e-6) as [number, number, number, number];
  // a view that stands beyond the frame itself has no room at all
  if (Math.min(...reach) < 0) return NOWHERE;
  return [x0 - reach[0], y0 - reach[1], x1 + reach[2], y1 + reach[3]];
};
const FAR = Number.POSITIVE_INFINITY;
const NOWHERE: Box = [FAR, FAR, -FAR, -FAR];
/** Whether a box lies within limits. */
export const isWithin = (b: Box, limits: Box | undefined): boolean =>
  !limits || (b[0] >= limits[0] && b[1] >= limits[1] && b[2] <= limits[2] && b[3] <= limits[3]);
/** Whether a box stays in the room round a view. */
export const isInRoom = (b: Box, room: RoomRound | undefined): boolean => isWithin(b, limitsOf(room));

/** Everything that a dimension takes up on the paper. */
export const roomOf = ({ line, rest, arc, extension, shelf, text }: Drawn): Box => {
  const ends = arc
    ? [arc.from, (arc.from + arc.to) / 2, arc.to].map(
        (t): Vec2 => [arc.centre[0] + arc.radius * Math.cos(t), arc.centre[1] + arc.radius * Math.sin(t)],
      )
    : [];
  const points = [...(line ?? []), ...(rest ?? []), ...ends, ...extension.flat(), ...(shelf ?? [])];
  return points.reduce<Box>(
    (b, [x, y]) => [Math.min(b[0], x), Math.min(b[1], y), Math.max(b[2], x), Math.max(b[3], y)],
    text.box,
  );
};
