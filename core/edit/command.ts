import type { Bases } from '../dimension/bases.ts';
import type { KeptDimension, Tied } from '../dimension/kept.ts';
import type { Scheme } from '../dimension/propose.ts';
import type { Drawing } from '../drawing/drawing.ts';
import type { Distances } from '../drawing/openGaps.ts';
import type { Box3 } from '../geometry/box.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Units } from '../number/expression.ts';
import type { RelationFile } from '../part/placeSchema.ts';
import type { Brought, TraceFile } from '../part/schema.ts';
import type { Recognised } from '../recognise/recognise.ts';
import type { HouseRules } from '../sheet/houseRules.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import type { CountedCube } from '../statement/gridCubes.ts';
import type { SquaredProfile } from '../statement/squares.ts';
import type { MarkedStanding } from '../statement/standings.ts';
import type { TurnedTable } from '../statement/turned.ts';
import type { AssemblyReaders } from '../statement/typed/placing.ts';
import type { Source } from '../task/source.ts';
import type { LinePlace, SizePlace } from './place.ts';
import type { Stated } from './traceStated.ts';

/** Some keys of T with new values; null takes a key away, back to what holds where nothing is said. Survives JSON. */
export type Change<T> = { readonly [K in keyof T]?: NonNullable<T[K]> | null };

/** A change of the part as it is stated. */
export type StatementCommand =
  | { readonly type: 'setFigure'; readonly place: SizePlace; readonly text: string }
  | { readonly type: 'writeStatement'; readonly text: string }
  | { readonly type: 'enterLine'; readonly text: string }
  | { readonly type: 'namePart'; readonly name: string }
  | { readonly type: 'setUnits'; readonly units: Units }
  | { readonly type: 'renameLine'; readonly line: LinePlace; readonly name: string }
  | { readonly type: 'moveLine'; readonly line: LinePlace; readonly by: -1 | 1 }
  /** to the place of another line of the same body; the others close up */
  | { readonly type: 'moveLineTo'; readonly line: LinePlace; readonly target: string }
  | { readonly type: 'copyLine'; readonly line: LinePlace }
  | { readonly type: 'switchLine'; readonly line: LinePlace; readonly off: boolean }
  | { readonly type: 'removeLine'; readonly line: LinePlace }
  | { readonly type: 'groupLine'; readonly line: LinePlace }
  | { readonly type: 'nameGroup'; readonly body: string; readonly group: string; readonly name: string }
  | { readonly type: 'changeGroup'; readonly body: string; readonly group: string; readonly how: GroupChange }
  | {
      readonly type: 'setTurnedTable';
      readonly line: LinePlace;
      readonly table: TurnedTable;
      readonly label: string;
    }
  /** `size` is the key of `sizeKey` */
  | {
      readonly type: 'markSize';
      readonly size: string;
      readonly standing: MarkedStanding | 'given';
      readonly from?: string;
    }
  /** a cube on squared paper, `side` wide, put on or taken away */
  | { readonly type: 'changeCube'; readonly cell: CountedCube; readonly side: number }
  /** an outline counted on squares of `side`, grown to `thickness` or cut as deep */
  | {
      readonly type: 'addProfile';
      readonly profile: SquaredProfile;
      readonly side: number;
      readonly plane: ViewName;
      readonly thickness: string;
      /** cut as deep into that side of the part, its squares counted from the side's lower left corner */
      readonly isCut?: true | undefined;
    }
  | { readonly type: 'useAsFront'; readonly side: ViewName }
  /** the lines that a line's solid was recognised as, in place of it */
  | { readonly type: 'stateSolid'; readonly line: LinePlace; readonly recognised: Recognised };

export type GroupChange =
  | 'move up'
  | 'move down'
  | 'copy'
  | 'switch on'
  | 'switch off'
  | 'ungroup'
  | 'take out';

/** A change of the bodies of an assembly; each is known by its name. */
export type BodyCommand =
  /** with what stands on it, where others are placed by it */
  | { readonly type: 'renameBody'; readonly body: string; readonly name: string }
  | { readonly type: 'removeBody'; readonly body: string; readonly withOthers: boolean }
  | { readonly type: 'addRelation'; readonly body: string; readonly relation: RelationFile }
  | { readonly type: 'removeRelation'; readonly body: string; readonly index: number }
  /** a body of another drawing, as it stands there now */
  | {
      readonly type: 'bringPart';
      readonly from: string;
      readonly brought: Brought;
      readonly body?: string;
      readonly name: string;
    }
  /** all bodies of another drawing, placed by one another as they are there */
  | { readonly type: 'bringAllParts'; readonly from: string; readonly brought: Brought }
  /** a part that was brought in, as it stands in its own drawing now */
  | { readonly type: 'takeOverPart'; readonly from: string; readonly brought: Brought };

/** A change of how the drawing stands on its sheet. */
export type SetupCommand =
  | { readonly type: 'setUp'; readonly change: Change<SheetSetup>; readonly label: string }
  | { readonly type: 'setRules'; readonly change: Change<SheetSetup['rules']>; readonly label: string }
  | { readonly type: 'usePreset'; readonly preset: string }
  /** house rules that were kept under a name */
  | { readonly type: 'useHouseRules'; readonly rules: HouseRules }
  /** the house rules that the sheet was drawn by, as they are now; not taken, the sheet stays as it is */
  | { readonly type: 'takeChangedRules'; readonly rules: HouseRules; readonly isTaken: boolean };

/** A change of the cutting planes; each is known by its letter. */
export type CutCommand =
  | { readonly type: 'addCut'; readonly trace: TraceFile }
  | {
      readonly type: 'setCutFigure';
      readonly cut: string;
      readonly path: readonly (string | number)[];
      readonly text: string;
      /** what the figure is: "point 1 up" */
      readonly words: string;
    }
  | { readonly type: 'setCutView'; readonly cut: string; readonly seenIn: ViewName }
  | { readonly type: 'setCutLook'; readonly cut: string; readonly look: TraceFile['look'] }
  /** by its points, or by a place and an angle. @param words what was done: "bent" */
  | { readonly type: 'moveTrace'; readonly cut: string; readonly stated: Stated; readonly words?: string }
  /** a half section: only a quarter is taken away */
  | {
      readonly type: 'setCutHalf';
      readonly cut: string;
      readonly half: boolean;
      /** the trace that ends where the half begins, where it is stated by points */
      readonly stated?: Pick<TraceFile, 'through'> | undefined;
    }
  /** a body, or "body/feature", that this cut leaves whole or cuts; as the part says where neither is chosen */
  | {
      readonly type: 'spareInCut';
      readonly cut: string;
      readonly name: string;
      readonly leave: 'whole' | 'cut' | 'as stated';
    }
  | { readonly type: 'switchCut'; readonly cut: string; readonly on: boolean }
  | { readonly type: 'removeCut'; readonly cut: string };

/** A change of the points' names. */
export type NamingCommand =
  /** with no name the corner gets its number back */
  | { readonly type: 'nameCorner'; readonly corner: string; readonly name: string }
  /** from the point, paper mm, y up; null puts the name back in its own place */
  | {
      readonly type: 'moveName';
      readonly label: string;
      readonly name: string;
      readonly to: readonly [number, number] | null;
    };

/** A change of what was asked for, and of the given picture. Lines of the task are known by their text. */
export type TaskCommand =
  | { readonly type: 'addTask'; readonly text: string }
  | { readonly type: 'tickTask'; readonly line: string; readonly done: boolean }
  | { readonly type: 'removeTask'; readonly line: string }
  /** the sizes that were given, with what was done to the list */
  | { readonly type: 'setGivenSizes'; readonly sizes: readonly string[]; readonly label: string }
  | { readonly type: 'addPicture'; readonly source: Source }
  | { readonly type: 'changePicture'; readonly change: Partial<Source>; readonly label: string };

/** What is typed into the title block, by its key in the drawing file. */
export type TitleKey =
  | 'number'
  | 'title'
  | 'owner'
  | 'material'
  | 'finish'
  | 'tolerance'
  | 'drawnBy'
  | 'date'
  | 'checkedBy'
  | 'checkedOn'
  | 'approvedBy'
  | 'approvedOn'
  | 'className'
  | 'sheet'
  | 'revision';
/** A change of the title block; with nothing typed an optional field goes. */
export type TitleCommand = {
  readonly type: 'fillTitle';
  readonly key: TitleKey;
  readonly text: string;
  /** what it is called: "Material" */
  readonly words: string;
};

/** A change of the dimensions on the sheet; each is known by its id. */
export type DimensionCommand =
  /** all of them, as proposed, or none */
  | {
      readonly type: 'setDimensions';
      readonly list: readonly KeptDimension[];
      readonly scheme: Scheme;
      /** what lengths are counted from; as before where missing */
      readonly bases?: Bases | undefined;
      /** how far apart the views are to stand for them, where that changes */
      readonly distances?: Distances | undefined;
      readonly label: string;
    }
  | { readonly type: 'addDimension'; readonly tied: Tied; readonly words: string }
  | {
      readonly type: 'changeDimension';
      readonly id: string;
      readonly change: Change<Omit<KeptDimension, 'id' | 'tied' | 'joined' | 'alike' | 'square'>>;
      readonly label: string;
    }
  | { readonly type: 'removeDimension'; readonly id: string; readonly words: string }
  /** written in one note with another one; as one of the same sizes, or as the same distance the other way, where that is said */
  | {
      readonly type: 'joinDimension';
      readonly id: string;
      readonly to: string;
      readonly as?: 'alike' | 'square' | undefined;
      readonly words: string;
    }
  /** the sizes joined to it stand by themselves again */
  | { readonly type: 'partDimension'; readonly id: string; readonly words: string };

/** A change of what was checked, and of the revision. */
export type CheckCommand =
  /** with no reason the remark stands again */
  | {
      readonly type: 'acceptRemark';
      readonly key: string;
      readonly because: string;
      readonly by: string;
      readonly on: string;
    }
  | {
      readonly type: 'walkLine';
      readonly line: string;
      readonly done: boolean;
      readonly by: string;
      readonly on: string;
    }
  /** handed over to be checked, checked, or taken in hand again */
  | {
      readonly type: 'setState';
      readonly state: 'in hand' | 'to be checked' | 'checked';
      readonly by: string;
      readonly on: string;
    }
  /** the next revision's letter, with its row in the table; a first issue has none */
  | {
      readonly type: 'revise';
      readonly letter: string;
      readonly reason: string;
      readonly by: string;
      readonly on: string;
      readonly isFirst: boolean;
    };

/** Everything that can be changed on a drawing, as plain data. */
export type Command =
  | StatementCommand
  | BodyCommand
  | SetupCommand
  | CutCommand
  | NamingCommand
  | DimensionCommand
  | TitleCommand
  | CheckCommand
  | TaskCommand
  /** the whole drawing, as it stood elsewhere */
  | { readonly type: 'replaceDrawing'; readonly drawing: Drawing; readonly label: string };

/** What a command may need to know besides the drawing. */
export type EditContext = {
  /** the box of the part as it stands, part units; undefined where it cannot be drawn */
  readonly box: Box3 | undefined;
  /** reads typed lines about whole bodies, where that is at hand */
  readonly assembly?: AssemblyReaders | undefined;
};

/** A drawing with a change in it, and the words of the change for the Daybook. */
export type Edited = { readonly drawing: Drawing; readonly label: string };
