import { type Ink, type Stretch, straight, type TextInk } from '../sheet/ink/ink.ts';
import { PAPERS } from '../sheet/layout/paper.ts';

/** Papers that a sheet is tiled over. */
export const TILE_PAPERS = ['A4', 'A3', 'A', 'B'] as const;
export type TilePaper = (typeof TILE_PAPERS)[number];

/** How a sheet is tiled, mm: the small paper, the margin that the printer leaves bare, and how far the tiles overlap. */
export type Tiling = { readonly paper: TilePaper; readonly margin: number; readonly overlap: number };

/** What a tile shows: a rectangle of the sheet, and where its lower left corner lies on the tile's paper; mm. */
export type Tile = {
  /** "A1": columns by letters from the left, rows by figures from below */
  readonly name: string;
  readonly from: readonly [x: number, y: number];
  readonly size: readonly [w: number, h: number];
};
export type TilePlan = {
  /** the tile's paper as it lies, mm */
  readonly paper: readonly [w: number, h: number];
  /** where the picture begins on each tile, mm */
  readonly origin: readonly [x: number, y: number];
  readonly columns: number;
  readonly rows: number;
  readonly tiles: readonly Tile[];
  /** crosses in the overlaps, by their places on the sheet, mm */
  readonly marks: readonly (readonly [x: number, y: number])[];
};

/** A band beside the picture for the upright check bar, and one below it for the level one and the tile's name, mm. */
const BAND = { left: 8, below: 9 } as const;
/** The least room for a picture, mm. */
const LEAST = 60;
/** Half an arm of a register mark, mm. */
const ARM = 3;

/** How many pictures of a width cover a length where each next one begins a step further. */
const countOf = (length: number, picture: number, step: number): number =>
  Math.max(1, Math.ceil((length - picture) / step - 1e-9) + 1);

/** The name of a column: A to Z, then AA, AB … */
const column = (i: number): string =>
  i < 26 ? String.fromCharCode(65 + i) : column(Math.floor(i / 26) - 1) + column(i % 26);

const lying = (
  [sheetW, sheetH]: readonly [number, number],
  paper: readonly [number, number],
  { margin, overlap }: Tiling,
): TilePlan | undefined => {
  const w = paper[0] - 2 * margin - BAND.left;
  const h = paper[1] - 2 * margin - BAND.below;
  const [stepX, stepY] = [w - overlap, h - overlap];
  if (Math.min(w, h) < LEAST || Math.min(stepX, stepY) < LEAST / 2) return undefined;
  const columns = countOf(sheetW, w, stepX);
  const rows = countOf(sheetH, h, stepY);
  const tiles: Tile[] = [];
  for (let row = 0; row < rows; row++)
    for (let c = 0; c < columns; c++)
      tiles.push({
        name: `${column(c)}${row + 1}`,
        from: [c * stepX, row * stepY],
        size: [Math.min(w, sheetW - c * stepX), Math.min(h, sheetH - row * stepY)],
      });
  const marks: [number, number][] = [];
  // two to each side that tiles share, in the middle of the overlap
  const thirds = (from: number, length: number): number[] => [from + length / 3, from + (2 * length) / 3];
  for (let c = 1; c < columns; c++)
    for (let row = 0; row < rows; row++)
      for (const y of thirds(row * stepY, Math.min(h, sheetH - row * stepY)))
        marks.push([c * stepX + overlap / 2, y]);
  for (let row = 1; row < rows; row++)
    for (let c = 0; c < columns; c++)
      for (const x of thirds(c * stepX, Math.min(w, sheetW - c * stepX)))
        marks.push([x, row * stepY + overlap / 2]);
  return { paper, origin: [margin + BAND.left, margin + BAND.below], columns, rows, tiles, marks };
};

/**
 * Parts a sheet into tiles on small paper, lying or upright, whichever takes fewer.
 * @param sheet its size, mm
 * @returns undefined where margins and overlap leave no room for a picture
 */
export const tilePlan = (sheet: readonly [number, number], tiling: Tiling): TilePlan | undefined => {
  const [w, h] = PAPERS[tiling.paper];
  const plans = [lying(sheet, [w, h], tiling), lying(sheet, [h, w], tiling)].filter((p) => p !== undefined);
  return plans.sort((a, b) => a.tiles.length - b.tiles.length)[0];
};

/** The length of the check bars of a tile, mm. */
export const TILE_BAR = 50;

/** What stands on a tile besides its picture, in mm of the tile's paper: register marks, its name and two check bars. */
export const tileInk = (plan: TilePlan, tile: Tile, sheetTitle: string): Ink[] => {
  const [ox, oy] = plan.origin;
  const [x0, y0] = tile.from;
  const isInside = ([x, y]: readonly [number, number]): boolean =>
    x >= x0 && x <= x0 + tile.size[0] && y >= y0 && y <= y0 + tile.size[1];
  const crosses = plan.marks.filter(isInside).flatMap(([x, y]): Stretch[] => {
    const [u, v] = [x - x0 + ox, y - y0 + oy];
    return [straight([u - ARM, v], [u + ARM, v]), straight([u, v - ARM], [u, v + ARM])];
  });
  const bars: Stretch[] = [
    straight([ox, oy - 5], [ox + TILE_BAR, oy - 5]),
    straight([ox, oy - 6], [ox, oy - 4]),
    straight([ox + TILE_BAR, oy - 6], [ox + TILE_BAR, oy - 4]),
    straight([ox - 4, oy], [ox - 4, oy + TILE_BAR]),
    straight([ox - 5, oy], [ox - 3, oy]),
    straight([ox - 5, oy + TILE_BAR], [ox - 3, oy + TILE_BAR]),
  ];
  const words: TextInk = {
    kind: 'text',
    layer: 'title',
    text: `${tile.name} of ${plan.columns} x ${plan.rows} · ${sheetTitle} · both bars are ${TILE_BAR} mm · lay cross on cross`,
    at: [ox, oy - 3],
    height: 1.8,
    anchor: 'start',
  };
  return [
    { kind: 'stroke', layer: 'title', pen: 'rule', stretches: crosses },
    { kind: 'stroke', layer: 'title', pen: 'frame', stretches: bars },
    words,
  ];
};
