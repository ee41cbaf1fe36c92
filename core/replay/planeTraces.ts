import { distance2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { CuttingPlane } from '../section/trace.ts';
import type { Deed } from './deed.ts';
import { type EdgeBoard, pointIn } from './edgeView.ts';
import { type LightLine, whereTheyCross } from './perform.ts';
import { freshName, type Plan, take } from './plan.ts';

/** Two points of a line that are nearer to one another on the paper do not give its direction by hand, mm. */
const APART = 5;

/** The board of an edge view with the plane's edge on it. */
type TracesBoard = { readonly b: EdgeBoard; readonly plane: CuttingPlane; readonly edge: string };

const lightLine = (p: Plan, name: string): LightLine => p.board.lines.get(name) as LightLine;

/** Whether a place can be reached on the paper. */
const isOnPaper = ({ sheet }: Plan, [x, y]: Vec2): boolean => {
  const { frame: f } = sheet.paper;
  return x >= f.x && x <= f.x + f.w && y >= f.y && y <= f.y + f.h;
};

/**
 * HT: X1Y1 is the horizontal plane seen on edge, so the plane's edge meets it in HT, which runs along the level lines.
 * @returns the point where HT meets XY; nothing where one of the two places is beyond the paper
 */
const drawHT = (p: Plan, { b, plane, edge }: TracesBoard): string | undefined => {
  const onGround = whereTheyCross(lightLine(p, edge), lightLine(p, b.line));
  if (!isOnPaper(p, onGround)) return undefined;
  const [found, line] = [freshName(p, 'p'), freshName(p, 'l')];
  const instruction = { kind: 'traceOnGround', cut: plane.name, line: b.number } as const;
  const deeds: Deed[] = [
    { do: 'cross', point: found, a: edge, b: b.line },
    { do: 'parallel', line, to: b.level, through: found },
  ];
  const onXY = whereTheyCross({ p: onGround, d: lightLine(p, b.level).d }, lightLine(p, b.xy));
  const corner = isOnPaper(p, onXY) ? freshName(p, 'p') : undefined;
  if (corner !== undefined) deeds.push({ do: 'cross', point: corner, a: line, b: b.xy });
  take(p, { view: 'top', stage: 'cut', tool: 'set squares', instruction }, deeds);
  return corner;
};

/** Where the level line through a point of the plane goes through the vertical plane, in the front view; nothing beyond the paper. */
const levelOnWall = (p: Plan, { b, plane }: TracesBoard, at: Vec3): string | undefined => {
  const [top, front] = [pointIn(p, 'top', at), pointIn(p, 'front', at)];
  const [inTop, inFront] = [top, front].map((name) => p.board.points.get(name) as Vec2) as [Vec2, Vec2];
  const [x] = whereTheyCross({ p: inTop, d: lightLine(p, b.level).d }, lightLine(p, b.xy));
  if (!isOnPaper(p, [x, inFront[1]])) return undefined;
  const [level, fall, over] = [freshName(p, 'l'), freshName(p, 'l'), freshName(p, 'l')];
  const [foot, found] = [freshName(p, 'p'), freshName(p, 'p')];
  const instruction = { kind: 'levelOnWall', cut: plane.name } as const;
  take(p, { view: 'front', stage: 'cut', tool: 'set squares', instruction }, [
    { do: 'parallel', line: level, to: b.level, through: top },
    { do: 'cross', point: foot, a: level, b: b.xy },
    { do: 'upright', line: fall, through: foot },
    { do: 'level', line: over, through: front },
    { do: 'cross', point: found, a: fall, b: over },
  ]);
  return found;
};

/** VT: through the place where HT meets XY and a point where a level line goes through the vertical plane, or two such points. */
const drawVT = (p: Plan, board: TracesBoard, corner: string | undefined): void => {
  const { plane } = board;
  const at = (name: string): Vec2 => p.board.points.get(name) as Vec2;
  let first = corner;
  for (const point of plane.points ?? []) {
    const found = levelOnWall(p, board, point);
    if (found === undefined) continue;
    if (first === undefined) {
      first = found;
      continue;
    }
    if (distance2(at(first), at(found)) < APART) continue;
    const fromHT = first === corner;
    const instruction = { kind: 'traceOnWall', cut: plane.name, fromHT } as const;
    take(p, { view: 'front', stage: 'cut', tool: 'straight edge', instruction }, [
      { do: 'join', line: freshName(p, 'l'), a: first, b: found },
    ]);
    return;
  }
};

/**
 * HT and VT of a plane that slopes in all principal views, as far as the sheet shows them: HT from the edge view, VT from HT and a level line.
 * @param edge the plane's edge in the edge view
 */
export const drawPlaneTraces = (p: Plan, b: EdgeBoard, plane: CuttingPlane, edge: string): void => {
  const shown = p.sheet.planeTraces.filter((t) => t.cut === plane.name);
  if (!shown.length) return;
  const board = { b, plane, edge };
  const corner = drawHT(p, board);
  if (shown.some((t) => t.name === 'VT')) drawVT(p, board, corner);
};
