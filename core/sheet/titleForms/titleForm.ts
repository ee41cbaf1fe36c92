import corner from './corner.json' with { type: 'json' };
import school from './school.json' with { type: 'json' };
import strip from './strip.json' with { type: 'json' };
import threeBoxes from './threeBoxes.json' with { type: 'json' };
import workshop from './workshop.json' with { type: 'json' };

/** What a cell of a title block may hold: what is typed, and what the sheet knows by itself. */
export type TitleField =
  | 'owner'
  | 'title'
  | 'number'
  | 'material'
  | 'finish'
  | 'tolerance'
  | 'drawn'
  | 'drawnBy'
  | 'date'
  | 'checked'
  | 'approved'
  | 'class'
  | 'sheet'
  | 'revision'
  | 'scale'
  | 'units'
  | 'paper';

/** A cell: columns as shares of the block's width, rows counted from below; the height of its lettering in mm. */
export type TitleCell = {
  readonly field: TitleField;
  readonly label: string;
  readonly row: number;
  readonly from: number;
  readonly to: number;
  readonly height: number;
};

/** A form of title block, as its file says. Lengths in mm. */
export type TitleForm = {
  readonly name: string;
  readonly place: 'lower right' | 'lower side';
  /** of a block in the corner; one along the lower side is as wide as the frame */
  readonly width?: number;
  /** the height of a row, and how many there are */
  readonly row: number;
  readonly rows: number;
  /** where the projection symbol stands: shares of the width, and the row above which it has all rows */
  readonly symbol: { readonly from: number; readonly to: number; readonly row: number };
  readonly cells: readonly TitleCell[];
};

/** The forms that are shipped. */
export const TITLE_FORMS = {
  corner: corner as TitleForm,
  strip: strip as TitleForm,
  workshop: workshop as TitleForm,
  school: school as TitleForm,
  threeBoxes: threeBoxes as TitleForm,
} as const;
export type TitleFormName = keyof typeof TITLE_FORMS;
