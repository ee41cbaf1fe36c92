import type { DimensionBooks } from '../dimension/books.ts';
import { sameData } from '../number/sameData.ts';
import type { BodyFile, PartFile } from '../part/schema.ts';
import type { StandardFile } from '../part/standard/schema.ts';
import type { PartsRow } from '../sheet/annotate/partsList.ts';
import { squareOf } from '../sheet/layout/paperLength.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import { STANDARD_WORDS } from '../statement/standardClauses.ts';
import type { Drawing } from './drawing.ts';
import { holeTableOf } from './holeTable.ts';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What a standard part is called in a list: "Hexagon bolt M12 x 60", "Parallel key 10 x 8 x 36". */
export const designationOf = (s: StandardFile): string => {
  const name = capital(STANDARD_WORDS[s.kind].name);
  switch (s.kind) {
    case 'hexagonNut':
      return `${s.thin ? 'Thin hexagon nut' : name} ${s.size}`;
    case 'washer':
      return `${name} ${s.size}`;
    case 'parallelKey':
      return `${name} ${s.width} x ${s.height} x ${s.length}`;
    case 'taperKey':
    case 'cotter':
      return `${name} ${s.width} x ${s.thickness} x ${s.length}, 1:${s.taper}`;
    default:
      return `${name} ${s.size} x ${s.length}`;
  }
};

/** Whether two bodies are one item of the list: the same standard part, or the same part from elsewhere. */
const isSameItem = (a: BodyFile, b: BodyFile): boolean =>
  a.standard !== undefined || a.from !== undefined
    ? sameData([a.standard, a.from, a.body, a.with], [b.standard, b.from, b.body, b.with])
    : a.name === b.name;

const isAssembly = (part: PartFile): boolean => part.bodies.length > 1;

/** The parts list of a drawing: made parts first in the order they are stated, then the standard ones; none for a single body. */
export const partsRows = (d: Pick<Drawing, 'part' | 'material'>): PartsRow[] => {
  const { part } = d;
  if (!isAssembly(part)) return [];
  const groups: BodyFile[][] = [];
  for (const b of part.bodies) {
    const home = groups.find((g) => isSameItem(g[0] as BodyFile, b));
    if (home) home.push(b);
    else groups.push([b]);
  }
  const made = groups.filter((g) => !g[0]?.standard);
  const standard = groups.filter((g) => g[0]?.standard);
  return [...made, ...standard].map((bodies, i): PartsRow => {
    const [first] = bodies as [BodyFile];
    const brought = first.from === undefined ? undefined : part.brought?.[first.from];
    return {
      item: i + 1,
      name: first.standard ? capital(STANDARD_WORDS[first.standard.kind].name) : capital(first.name),
      off: bodies.length,
      material: first.standard ? '' : brought ? (brought.material ?? '') : d.material,
      designation: first.standard ? designationOf(first.standard) : (first.from ?? ''),
      bodies: bodies.map((b) => b.name),
    };
  });
};

/** What each body of a drawing is made of: one brought from another drawing as that says, the others as the title block says. */
const materialsOf = ({ part, material }: Pick<Drawing, 'part' | 'material'>): ReadonlyMap<string, string> =>
  new Map(
    part.bodies.map((b) => {
      const brought = b.from === undefined ? undefined : part.brought?.[b.from];
      // a standard part that is cut all the same, such as a key across: of steel, as they usually are
      return [b.name, b.standard ? 'steel' : brought ? (brought.material ?? '') : material] as const;
    }),
  );

/**
 * The choices of a sheet as it is laid out: with the rows of its parts list, its table of holes, and what a square is worth, where it has them.
 * @param books the books of its dimensions
 */
export const setupOnSheet = (
  d: Pick<Drawing, 'part' | 'material' | 'setup' | 'dimensions'>,
  books: () => DimensionBooks | undefined,
): SheetSetup => {
  const { rules } = d.setup;
  const square = rules.squares && squareOf(d.part);
  const own = rules.lengths === 'table' && d.dimensions?.list.length ? books() : undefined;
  const holeTable = own && holeTableOf(d, own);
  if (!rules.partsList && !rules.balloons && !rules.hatchBy && !square && !holeTable) return d.setup;
  return {
    ...d.setup,
    ...(holeTable && { holeTable }),
    ...((rules.partsList || rules.balloons) && { partsRows: partsRows(d) }),
    ...(rules.hatchBy && { materials: materialsOf(d) }),
    ...(square && { square }),
  };
};
