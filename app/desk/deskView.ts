import { createStore, type StoreApi } from 'zustand/vanilla';
import type { MetInCut } from '../../workers/cutPicture.ts';
import type { DeskPoint } from '../../workers/deskPicture.ts';
import type { PickedOnSheet } from '../../workers/dimensionPicture.ts';
import type { PointedAt } from '../../workers/pointing.ts';
import type { ReplayShown } from '../../workers/replayPicture.ts';

export const STAGES = [
  'Measure',
  'Set out',
  'Project',
  'Transfer',
  'Cut',
  'Dimension',
  'Check',
  'Issue',
] as const;
export type Stage = (typeof STAGES)[number];

/** What one looks at on an open drawing: nothing of it is stored. */
export type DeskView = {
  readonly stage: Stage;
  readonly activePoint: string | undefined;
  /** the line being typed for the statement */
  readonly line: string;
  /** points set on the picture beneath, on the paper (mm, y down), while it is being scaled by two of them */
  readonly scaling: readonly (readonly [number, number])[] | undefined;
  /** what was pointed at on the sheet last */
  readonly pointed: PointedAt | undefined;
  /** the construction while it is being replayed: its steps, and how many of them are done */
  readonly replay: (ReplayShown & { readonly at: number }) | undefined;
  /** changes with the picture beneath, so that it is fetched anew */
  readonly pictureStamp: number;
  /** views that were opened to be balanced, laid over the sheet, with the places of what was found; paper mm, y down */
  readonly laid:
    | {
        readonly path: string;
        readonly marks: readonly { readonly n: number; readonly at: readonly [number, number] }[];
        /** the finding that is looked at */
        readonly lit: number | undefined;
      }
    | undefined;
  /** the view that is to be drawn in practice: its names do not show, nor its title where it is placed by hand, nor projectors where they are to be drawn */
  readonly covered:
    | { readonly view: string; readonly title: string | undefined; readonly bare: boolean }
    | undefined;
  /** places of the sheet that a remark of the check is about, paper mm, y down */
  readonly marked: { readonly key: string; readonly at: readonly (readonly [number, number])[] } | undefined;
  /** the line or round that was taken on the sheet last, to be dimensioned */
  readonly picked: PickedOnSheet | undefined;
  /** what a cut meets where a sectional view was pressed last */
  readonly met: MetInCut | 'nothing' | undefined;
  /** the dimension in hand */
  readonly dimension: string | undefined;
  /** the cut whose broken-out section has its edge drawn by hand just now */
  readonly edgeDrawn: string | undefined;
  /** the points of round features while their ledger is open */
  readonly rounds: readonly DeskPoint[];
};

/** The view of one drawing, with what changes it. */
export type DeskViewStore = {
  readonly state: StoreApi<DeskView>;
  readonly standAt: (stage: Stage) => void;
  readonly follow: (activePoint: string | undefined) => void;
  /** Writes the line that is being typed for the statement. */
  readonly writeLine: (line: string) => void;
  /** Begins, goes on with or ends scaling the picture beneath by two points. */
  readonly scaleBy: (scaling: DeskView['scaling']) => void;
  /** Keeps what was pointed at on the sheet; nothing ends it. */
  readonly pointTo: (pointed: PointedAt | undefined) => void;
  /** Opens, moves or closes the replay of the construction. */
  readonly replayBook: (replay: DeskView['replay']) => void;
  readonly renewPicture: () => void;
  /** Covers a view for practice, or uncovers it. */
  readonly cover: (covered: DeskView['covered']) => void;
  /** Lays opened views over the sheet, or takes them off. */
  readonly layOver: (laid: DeskView['laid']) => void;
  /** Marks places on the sheet, or takes the marks off. */
  readonly mark: (marked: DeskView['marked']) => void;
  /** Takes a line or round of the sheet to be dimensioned, or lets it go. */
  readonly pick: (picked: PickedOnSheet | undefined) => void;
  /** Keeps what a cut meets where it was pressed; nothing lets it go. */
  readonly meet: (met: DeskView['met']) => void;
  /** Takes a dimension in hand, or lays it down. */
  readonly takeDimension: (dimension: string | undefined) => void;
  /** Begins or ends drawing the edge of a cut's broken-out section by hand. */
  readonly drawEdge: (cut: string | undefined) => void;
  /** Shows the points of round features on the sheet too. */
  readonly showRounds: (rounds: readonly DeskPoint[]) => void;
};

export const openDeskView = (): DeskViewStore => {
  const state = createStore<DeskView>(() => ({
    stage: 'Measure',
    activePoint: undefined,
    line: '',
    scaling: undefined,
    pointed: undefined,
    replay: undefined,
    pictureStamp: 0,
    dimension: undefined,
    picked: undefined,
    met: undefined,
    marked: undefined,
    rounds: [],
    edgeDrawn: undefined,
    laid: undefined,
    covered: undefined,
  }));
  const set = state.setState;
  return {
    state,
    standAt: (stage) => set({ stage }),
    follow: (activePoint) => set({ activePoint }),
    writeLine: (line) => set({ line }),
    scaleBy: (scaling) => set({ scaling }),
    pointTo: (pointed) => set({ pointed }),
    replayBook: (replay) => set({ replay }),
    cover: (covered) => set({ covered }),
    layOver: (laid) => set({ laid }),
    mark: (marked) => set({ marked }),
    pick: (picked) => set({ picked }),
    meet: (met) => set({ met }),
    takeDimension: (dimension) => set({ dimension }),
    drawEdge: (edgeDrawn) => set({ edgeDrawn }),
    showRounds: (rounds) => set({ rounds }),
    renewPicture: () => set(({ pictureStamp }) => ({ pictureStamp: pictureStamp + 1 })),
  };
};
