import type { DimensionChange } from '../core/compare/sheetChanges.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import type { Difference } from '../core/edit/differences.ts';
import type { Measures3 } from '../core/ledger/ledger.ts';
import type { Figures } from '../core/method/method.ts';
import type { Fault, Result } from '../core/number/fault.ts';
import type { ReplayChoice } from '../core/replay/deed.ts';
import type { Transfer } from '../core/replay/dividers.ts';
import type { ShortStep, Step } from '../core/replay/step.ts';
import type { SettingOut } from '../core/sheet/layout/settingOut.ts';
import type { ShopSlip } from '../core/slip/shopSlip.ts';
import type { SheetExportId } from '../formats/exports.ts';
import type { Lettering } from '../formats/lettering.ts';
import type { PrintHow } from '../formats/sheetPdf.ts';
import type { SolidFormat } from '../formats/solidFormats.ts';
import type { CutPicture } from './cutPicture.ts';
import type { CutStudy } from './cutting.ts';
import type { FlatAsked, FlatByHand } from './laidFlat.ts';
import type { MethodPicture } from './methodPicture.ts';

/** A sheet as a file: one drawing, or several as a PDF with a page each. */
export type FileJob = {
  readonly kind: 'file';
  readonly as: SheetExportId;
  readonly drawings: readonly Drawing[];
  readonly title: string;
  readonly lettering: Lettering;
  /** the heading of a list of the sheets, which comes before them; none where missing */
  readonly list?: string | undefined;
  /** how a PDF is printed */
  readonly how?: PrintHow | undefined;
};

/** A part's bodies as a file in an open format. */
export type SolidJob = { readonly kind: 'solid'; readonly drawing: Drawing; readonly as: SolidFormat };

/** A side laid flat as a file. */
export type DevelopmentJob = FlatAsked & {
  readonly kind: 'development';
  readonly seam: number;
  readonly as: 'svg' | 'dxf' | 'pdf';
  readonly lettering: Lettering;
  readonly how: PrintHow | undefined;
};
/** The file, with the exact area of all pieces, or why it cannot be made. */
export type DevelopmentMade =
  | {
      readonly ok: true;
      readonly content: string | Uint8Array;
      readonly area: number;
      readonly pieces: number;
    }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/** What the server asks of its worker thread. */
export type Job =
  | { readonly kind: 'check'; readonly drawing: Drawing }
  | { readonly kind: 'open'; readonly data: unknown; readonly name: string }
  | { readonly kind: 'settingOut'; readonly drawing: Drawing }
  | { readonly kind: 'slip'; readonly drawing: Drawing; readonly allowance: number }
  | DevelopmentJob
  /** how a side is laid flat by hand */
  | ({ readonly kind: 'layByHand' } & FlatAsked)
  | { readonly kind: 'cutBook'; readonly drawing: Drawing }
  | { readonly kind: 'construction'; readonly drawing: Drawing; readonly choice: ReplayChoice }
  /** a construction of the method shelf, by its address, for given sizes */
  | { readonly kind: 'method'; readonly slug: string; readonly figures: Figures }
  /** how a choice of a house rule looks */
  | { readonly kind: 'ruleFigure'; readonly rule: string; readonly choice: number }
  | { readonly kind: 'changes'; readonly before: Drawing; readonly after: Drawing }
  | SolidJob
  | FileJob;

/** A finished file with the scales of its sheets, or why it cannot be made, and of which of the drawings. */
export type FileMade =
  | { readonly ok: true; readonly content: string | Uint8Array; readonly scales: readonly string[] }
  | { readonly ok: false; readonly faults: readonly Fault[]; readonly drawing: number };

/** The construction as a list of sentences, and its lengths for the dividers. */
export type ConstructionList = {
  readonly steps: readonly Pick<Step, 'text' | 'stage' | 'view'>[];
  readonly short: readonly ShortStep[];
  /** the numbered points with their accounts, part units */
  readonly ledger: readonly ({ readonly label: string } & Measures3)[];
  readonly strip: readonly Transfer[];
};

/** What changed between two states: words, dimensions, and both sheets laid over one another where their scale is one. */
export type ChangesShown = {
  readonly words: readonly Difference[];
  readonly dimensions: readonly DimensionChange[];
  readonly isSameScale: boolean;
  /** lines and letters, of those that are drawn */
  readonly count: { readonly gone: number; readonly added: number; readonly same: number };
  readonly svg: string;
};

/** The cut book of a drawing: of each cut that is drawn its points, and what it lays open. */
export type CutBook = {
  readonly scale: string;
  readonly cuts: readonly { readonly cut: CutPicture; readonly study: CutStudy }[];
};

/** What each kind of job gives; undefined where the drawing cannot be drawn. */
export type Results = {
  readonly check: Result<Drawing>;
  readonly open: Result<Drawing>;
  readonly settingOut: SettingOut | undefined;
  readonly slip: ShopSlip | undefined;
  readonly construction: ConstructionList | undefined;
  readonly method: MethodPicture | undefined;
  readonly ruleFigure: string | undefined;
  readonly changes: ChangesShown | undefined;
  readonly file: FileMade;
  readonly solid: Result<string | Uint8Array>;
  readonly development: DevelopmentMade;
  readonly layByHand: Result<readonly FlatByHand[]>;
  readonly cutBook: CutBook | undefined;
};

/** What the thread answers: word of what is heavy, then either the result or its own failure. */
export type Answer =
  | { readonly heaviest: string }
  | { readonly done: Results[Job['kind']] }
  | { readonly failed: string };
