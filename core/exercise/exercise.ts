import type { GivenLine } from '../balance/given.ts';
import type { KeptDimension } from '../dimension/kept.ts';
import type { Vec2, Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { PartFile } from '../part/schema.ts';
import type { ExerciseCut } from './cutOf.ts';
import type { FaceDrawing } from './faceDrawing.ts';
import type { Recipe } from './recipe.ts';
import type { SetOut } from './setOutLayout.ts';

/** What is practised. */
export const KINDS = [
  'third view',
  'pictorial',
  'hidden lines',
  'missing line',
  'corner',
  'angle',
  'sectional view',
  'true shape',
  'development',
  'numbering',
  'cut points',
  'wrong line',
  'worked size',
  'other angle',
  'threads',
  'missing size',
  'set out',
] as const;
export type Kind = (typeof KINDS)[number];

/** What kind of mistake a wrong answer is, by which mistakes are counted. */
export const MISTAKES = [
  'mirrored',
  'something missing',
  'on the other side',
  'something too much',
  'hidden drawn visible',
  'another corner',
  'angles exchanged',
  'another line',
  'hidden called visible',
  'visible called hidden',
  'foreshortened',
  'lengthened',
  'nothing behind the plane',
  'the front not taken away',
  'not hatched',
  'cut point on the wrong edge',
  'a right line called wrong',
  'a size left out',
  'a size counted twice',
  'a size given twice',
  'not halved',
  'scale left out',
  'the rest taken for it',
  'wide and narrow exchanged',
  'hatched to the wrong line',
  'hatched though left whole',
  'drawn where it is covered',
] as const;
export type Mistake = (typeof MISTAKES)[number];

/** One of the answers offered: how it differs from the right one, for the one who took it; no mistake for the right one. */
export type Option<T> = { readonly shows: T; readonly differs: string; readonly mistake?: Mistake };

/** What every exercise has: its number gives the same again. */
export type Common = {
  readonly level: number;
  readonly seed: number;
  /** how its part is made; none for a prism of its own */
  readonly recipe?: Recipe;
  readonly part: PartFile;
};

/** A view of a sheet: in which angle's place it stands beside the front view. */
export type PlacedDrawing = {
  readonly view: ViewName;
  readonly placed: 'first' | 'third';
  readonly lines: readonly GivenLine[];
};

/** The front view on a cutting plane, the cut face seen square to the plane, or what is left of the side laid flat. */
type OfCut<K extends string> = {
  readonly kind: K;
  readonly given: readonly ViewName[];
  readonly cut: ExerciseCut;
  readonly options: readonly Option<FaceDrawing>[];
  readonly right: number;
};

/** A line of a view that is missing, or one that is drawn wrong; `lines`: the view without the one, or with the other. */
type OfLine<K extends string> = {
  readonly kind: K;
  readonly given: readonly ViewName[];
  readonly view: ViewName;
  readonly lines: readonly GivenLine[];
  readonly options: readonly Option<GivenLine>[];
  readonly right: number;
};

/** An exercise with its one answer. Lines are in their view's plane, mm. */
export type Exercise = Common &
  (
    | {
        readonly kind: 'third view';
        readonly given: readonly ViewName[];
        readonly wanted: ViewName;
        readonly options: readonly Option<readonly GivenLine[]>[];
        readonly right: number;
      }
    | {
        readonly kind: 'pictorial';
        readonly given: readonly ViewName[];
        readonly options: readonly Option<PartFile>[];
        readonly right: number;
      }
    | {
        readonly kind: 'hidden lines';
        readonly view: ViewName;
        /** all lines of the view; those that are asked about by their index, each to be called visible or hidden */
        readonly lines: readonly GivenLine[];
        readonly asked: readonly number[];
      }
    | OfLine<'missing line'>
    | {
        readonly kind: 'corner';
        readonly view: ViewName;
        /** a corner of the part, marked in its pictorial */
        readonly corner: Vec3;
        /** places in the view */
        readonly options: readonly Option<Vec2>[];
        readonly right: number;
      }
    | {
        readonly kind: 'angle';
        readonly shown: 'first' | 'third';
        readonly views: readonly ViewName[];
      }
    | {
        readonly kind: 'numbering';
        readonly given: readonly ViewName[];
        readonly view: ViewName;
        /** a corner of the part, marked in the given views */
        readonly corner: Vec3;
        /** places in the view that is asked about */
        readonly options: readonly Option<Vec2>[];
        readonly right: number;
      }
    | {
        readonly kind: 'cut points';
        readonly given: readonly ViewName[];
        readonly view: 'top';
        readonly cut: ExerciseCut;
        /** where the plane cuts an edge, marked in the pictorial */
        readonly point: Vec3;
        readonly options: readonly Option<Vec2>[];
        readonly right: number;
      }
    | OfLine<'wrong line'>
    | {
        readonly kind: 'worked size';
        readonly view: ViewName;
        /** along which direction of the view the chain runs, and where its sizes begin and end */
        readonly axis: 0 | 1;
        readonly stations: readonly number[];
        /** which of the sizes is not written */
        readonly asked: number;
        readonly options: readonly Option<number>[];
        readonly right: number;
      }
    | {
        readonly kind: 'missing size';
        /** the sizes that stand on the sheet */
        readonly given: readonly KeptDimension[];
        /** sizes that could be added */
        readonly options: readonly Option<KeptDimension>[];
        readonly right: number;
      }
    | {
        readonly kind: 'set out';
        readonly setOut: SetOut;
        /** from the frame's left edge, or from its lower one */
        readonly axis: 0 | 1;
        /** paper mm */
        readonly options: readonly Option<number>[];
        readonly right: number;
      }
    | {
        readonly kind: 'other angle';
        readonly views: readonly ViewName[];
        readonly options: readonly Option<readonly PlacedDrawing[]>[];
        readonly right: number;
      }
    | {
        readonly kind: 'threads';
        /** what stands in what, in words */
        readonly says: string;
        readonly options: readonly Option<FaceDrawing>[];
        readonly right: number;
      }
    | OfCut<'sectional view'>
    | OfCut<'true shape'>
    | OfCut<'development'>
  );
