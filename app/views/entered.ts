import type { ViewName } from '../../core/geometry/viewFrames.ts';
import type { EnteredView } from '../../core/solids/typedWalk.ts';

/** The views as they stand on the page. */
export type Entered = {
  readonly units: 'mm' | 'in';
  /** what a square is worth, as it is typed */
  readonly square: string;
  readonly angle: 'first' | 'third';
  readonly side: 'left' | 'right';
  /** whether views are drawn, or a pictorial */
  readonly paper: 'views' | 'pictorial';
  readonly drawn: Readonly<Partial<Record<ViewName, EnteredView>>>;
  /** the pictorial's lines, on the places of isometric paper */
  readonly pictorial: EnteredView;
  /** views whose hidden lines are left out */
  readonly leftOut: readonly ViewName[];
};

export const NOTHING_DRAWN: EnteredView = { lines: [], circles: [] };

export const NOTHING_ENTERED: Entered = {
  units: 'mm',
  square: '10',
  angle: 'third',
  side: 'left',
  paper: 'views',
  drawn: {},
  pictorial: NOTHING_DRAWN,
  leftOut: [],
};

/** Where what is entered is kept in this browser. */
const KEPT = 'blue-ledger/views';

/** What was entered last in this browser. */
export const keptViews = (): Entered => {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as Entered | null;
    return kept ? { ...NOTHING_ENTERED, ...kept } : NOTHING_ENTERED;
  } catch {
    return NOTHING_ENTERED;
  }
};

/** Keeps what is entered in this browser. @returns false where the browser keeps nothing */
export const keepViews = (entered: Entered): boolean => {
  try {
    localStorage.setItem(KEPT, JSON.stringify(entered));
    return true;
  } catch {
    return false;
  }
};

/** What is drawn of a view. */
export const drawnIn = ({ drawn }: Entered, name: ViewName): EnteredView => drawn[name] ?? NOTHING_DRAWN;

/** How much is drawn of a view: its lines and circles. */
export const countDrawn = ({ lines, circles }: EnteredView): number => lines.length + circles.length;

/** What a square is worth; undefined where the field does not say. */
export const squareOf = ({ square }: Entered): number | undefined => {
  const [whole, over] = square.trim().replace(',', '.').split('/').map(Number) as [
    number,
    number | undefined,
  ];
  const worth = over === undefined ? whole : whole / over;
  return Number.isFinite(worth) && worth > 0 ? worth : undefined;
};

/** The views that the page has boards for. */
export const boardsOf = ({ side }: Entered): readonly ViewName[] => ['front', 'top', side];
