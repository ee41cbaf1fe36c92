import type { SheetSetup } from '../setup.ts';

/** Where the name of a view stands below its box: between an upper and a lower guide line, mm from the box. */
export type TitleGuides = {
  readonly upper: number;
  readonly lower: number;
  /** height of its capitals */
  readonly height: number;
  /** what is kept free below a box for it */
  readonly room: number;
  readonly areDrawn: boolean;
};

const USUAL = { height: 2.5, below: 4 } as const;
/** From the lower guide line to what comes next, mm. */
const CLEAR = 2.5;

/** How the house rules letter the names of views. */
export const titleGuides = ({ titles }: Pick<SheetSetup['rules'], 'titles'>): TitleGuides => {
  const { height, below } = { ...USUAL, ...titles };
  return {
    upper: below,
    lower: below + height,
    height,
    room: below + height + CLEAR,
    areDrawn: titles?.guides ?? false,
  };
};
