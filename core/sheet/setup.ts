import * as z from 'zod';
import { type NumberingChoice, STARTS, USUAL_NUMBERING } from '../ledger/numbering.ts';
import { traceSchema, viewName } from '../part/schema.ts';
import type { HoleTable } from './annotate/holeRows.ts';
import type { PartsRow } from './annotate/partsList.ts';
import { PAPER_NAMES } from './layout/paper.ts';
import { paperPlace } from './layout/paperPlace.ts';

/** A coordinate in the plane of a view, part units. */
const inView = z.number().min(-1e6).max(1e6);

/** From a card that still holds a frame and a title to the longest roll, mm. */
const paperLength = z.number().min(120).max(3000);

/** A note with a leader has so many letters at most. */
export const LONGEST_LEADER = 60;
/** A sheet has so many notes with leaders at most. */
export const MOST_LEADERS = 30;

const projectionAngle = z.enum(['first', 'third']);

/** All choices of a sheet on which practitioners differ, besides the angle of projection. */
const rulesSchema = z.strictObject({
  referenceLines: z.boolean(),
  mitre: z.boolean(),
  /** the planes of projection named at the lines between them; numbered: each end view's plane has a name of its own, VP1 and VP2 */
  planes: z.union([z.boolean(), z.literal('numbered')]).optional(),
  /** lines between the planes as long dashes with two dots or two short dashes; continuous where missing */
  referenceType: z.enum(['twoDots', 'twoShort']).optional(),
  /** lines between the planes end where the mitre line begins; beyond the views where missing */
  referenceEnds: z.literal('mitre').optional(),
  /** the squares of squared paper printed, and the views begun on them, where the part states what a square is worth */
  squares: z.literal(true).optional(),
  /** faces tinted, each in one colour in all views */
  tints: z.literal(true).optional(),
  projectors: z.enum(['kept', 'off']),
  /** whose projectors are kept; those of the cut points where missing */
  projectorsOf: z.enum(['cuts', 'corners']).optional(),
  /** of all corners only those of a feature, and only the projectors that lead to a view */
  projectorsFeature: z.string().max(200).optional(),
  projectorsInto: viewName.optional(),
  /** how depths pass between the views; by the mitre line where missing */
  transfer: z.enum(['mitre', 'arcs', 'distances']).optional(),
  hiddenBehindCut: z.enum(['kept', 'out']),
  points: z.enum(['numbers', 'off']),
  /** views whose hidden lines are left out */
  noHidden: z.array(viewName).max(6).optional(),
  /** an isometric in a free place of the sheet */
  pictorial: z.boolean().optional(),
  /** the parts of an assembly drawn apart in the isometric */
  pictorialApart: z.literal(true).optional(),
  /** centre lines of views that are symmetric; drawn where missing */
  symmetry: z.enum(['drawn', 'out']).optional(),
  /** tangent joins drawn as thin lines */
  tangents: z.boolean().optional(),
  /** the corners' names on the sheet; none where missing */
  corners: z.enum(['numbers', 'letters']).optional(),
  /** a feature whose corners alone are named on the sheet; all are where missing */
  namesOf: z.string().max(200).optional(),
  /** the corner of each ring that is numbered first; left back where missing */
  numbersFrom: z.enum(STARTS).optional(),
  /** which way round each ring is numbered; clockwise where missing */
  numbersSense: z.enum(['clockwise', 'counter-clockwise']).optional(),
  /**
   * how cut points are named: by numbers that go on after the corners and the cuts before (where missing), by the numbers of the edges
   * they lie on, or by letters
   */
  cutNames: z.enum(['edges', 'letters']).optional(),
  /** one number for a corner and the one under it */
  pairs: z.enum(['two', 'one']).optional(),
  /** how many generators divide a curved face that is cut; none where missing */
  generators: z.union([z.literal(8), z.literal(12), z.literal(24)]).optional(),
  /** the names of views: how high, how far below their view, mm, and whether their guide lines are drawn; usual where missing */
  titles: z
    .strictObject({
      height: z.number().min(1.8).max(14),
      below: z.number().min(1).max(60),
      guides: z.boolean().optional(),
    })
    .optional(),
  /** the upright line between the front view and those beside it is named X1Y1; the lines of true shapes begin with X2Y2 then */
  uprightNamed: z.boolean().optional(),
  /** sectional views are named by the letter of their cut, "Section A-A"; "Sectional front view" where missing */
  cutTitles: z.literal('letters').optional(),
  /** how far apart the lines of all hatching are, mm; by the size of the area where missing */
  hatchEvery: z.number().min(0.5).max(12).optional(),
  /** each body hatched by what it is made of; all alike where missing */
  hatchBy: z.literal('material').optional(),
  /** large cut faces hatched along their edge only; over the whole face where missing */
  hatchLarge: z.literal('edge').optional(),
  /** the parts list of an assembly above the title block */
  partsList: z.literal(true).optional(),
  /** the items of the parts list at the views, in balloons */
  balloons: z.literal(true).optional(),
  /** how dimension lines end; in arrows where missing */
  lineEnds: z.enum(['ticks', 'dots']).optional(),
  /**
   * lengths from one base stand on one line from a zero mark, or those to holes in a table with their sizes; each on a line of its own where missing
   */
  lengths: z.enum(['running', 'table']).optional(),
  /**
   * named: only sizes with a name of their own are dimensioned, as a course may want it; assembly: how large the whole is, and where its parts meet and fit;
   * all of them where missing
   */
  dimensionsOf: z.enum(['named', 'assembly']).optional(),
  /** what is missing or given twice among the dimensions is told when one asks; at once where missing */
  dimensionsTold: z.literal('asked').optional(),
  /** how the figures of dimensions are written */
  figures: z
    .strictObject({
      places: z.number().int().min(0).max(4).optional(),
      inches: z.literal('decimals').optional(),
      second: z.literal(true).optional(),
      diameters: z.literal('DIA').optional(),
    })
    .optional(),
  /** what the views are called on the sheet; front, top and left view where missing */
  names: z.enum(['views', 'elevations', 'sides']).optional(),
  /** the side that the first of them faces; left where missing */
  firstGenerator: viewName.optional(),
});

/** The choices of a sheet: paper, scale, angle, views, gap, and the house rules that this version knows. */
export const setupSchema = z
  .strictObject({
    paper: z.enum([...PAPER_NAMES, 'own']),
    upright: z.boolean(),
    /** width and height of a paper of its own size, mm */
    ownPaper: z.tuple([paperLength, paperLength]).optional(),
    /** in the lower right corner where missing */
    titleBlock: z.enum(['corner', 'strip', 'workshop', 'school', 'threeBoxes', 'none']).optional(),
    /** the revisions since the first issue, oldest first, as the table above the title block has them */
    revisions: z
      .array(
        z.strictObject({
          letter: z.string().min(1).max(4),
          reason: z.string().max(120),
          date: z.string().max(30),
          by: z.string().max(60),
        }),
      )
      .max(12)
      .optional(),
    /** fields of one's own above the form's in the title block, each with its label, four in a row */
    ownFields: z
      .array(z.strictObject({ label: z.string().min(1).max(24), value: z.string().max(60) }))
      .min(1)
      .max(8)
      .optional(),
    /** notes on the sheet, one a line, numbered as they stand */
    notes: z.array(z.string().min(1).max(120)).max(12).optional(),
    /** notes that are led to a face in a view, such as "KNURLED" */
    leaders: z
      .array(
        z.strictObject({
          face: z.string().min(1).max(600),
          view: viewName,
          text: z.string().min(1).max(LONGEST_LEADER),
        }),
      )
      .min(1)
      .max(MOST_LEADERS)
      .optional(),
    angle: projectionAngle,
    scale: z.union([z.literal('fit'), z.number().min(1e-6).max(1000)]),
    views: z.array(viewName).min(1).max(6),
    gap: z.number().min(2).max(200),
    /** from the front view to those above and below, and to those beside it, where they are not twice the gap; paper mm */
    between: z.tuple([z.number().min(4).max(400), z.number().min(4).max(400)]).optional(),
    /** flat faces that are wanted in views of their own, square to them; partial: the face alone */
    auxiliary: z
      .array(z.strictObject({ body: z.string(), face: z.string(), partial: z.boolean().optional() }))
      .max(4)
      .optional(),
    /** flat ends of long parts that run on: drawn broken off, and no size of the drawing */
    brokenEnds: z
      .array(z.strictObject({ body: z.string(), face: z.string() }))
      .min(1)
      .max(12)
      .optional(),
    /** stretches that the views of a long part leave out: interrupted views; lengths in part units */
    /** the classes of fits between bodies, such as "H7/g6", by the name of the fit: which round face stands in which hole */
    fits: z.record(z.string().max(400), z.string().max(20)).optional(),
    interruptions: z
      .array(z.strictObject({ along: z.enum(['x', 'y', 'z']), from: inView, to: inView }))
      .min(1)
      .max(6)
      .optional(),
    /**
     * of each cut, by its name, whether its true shape is left out; of a bent cut the one leg, counted from 1, whose shape is shown (all
     * turned into one line where missing); and where X1Y1 was put: from the beginning of the trace, paper mm (it finds its own place
     * where missing)
     */
    shapes: z
      .record(
        z.string().max(60),
        z
          .strictObject({
            out: z.literal(true).optional(),
            leg: z.number().int().min(1).max(60).optional(),
            by: z.tuple([paperPlace, paperPlace]).optional(),
            /** its sizes stand beside it, in brackets; none do where missing */
            sized: z.literal(true).optional(),
            /**
             * removed: the section alone beside the view, without X1Y1; revolved: turned into the view on its trace; brokenOut: laid open within its edge, in the
             * view that looks square at it; a true shape on X1Y1 where missing
             */
            as: z.enum(['removed', 'revolved', 'brokenOut']).optional(),
            /** the freehand edge of a broken-out section: points in the plane of that view, part units, closed */
            edge: z
              .array(z.tuple([inView, inView]))
              .min(3)
              .max(60)
              .optional(),
          })
          .refine((s) => (s.as === 'brokenOut') === (s.edge !== undefined), {
            path: ['edge'],
            message:
              'A broken-out section has an edge, and nothing else has. Give it at least three points, or leave it out.',
          }),
      )
      .optional(),
    /** of each cut, by its name, the views that show it, where they were chosen; else all that can, of a stepped cut those that face it */
    shownIn: z.record(z.string().max(60), z.array(viewName).max(6)).optional(),
    /** cuts that act together: in every view that shows one of them, and in their true shapes, what each takes away is gone */
    together: z
      .array(z.array(z.string().max(60)).min(2).max(12))
      .max(20)
      .refine((groups) => new Set(groups.flat()).size === groups.flat().length, {
        message: 'A cut acts together with others in one list only. Name it once, or put the lists together.',
      })
      .optional(),
    /** where the group of views was put: the lower left corner of all boxes, paper mm; found by itself where missing */
    place: z.tuple([paperPlace, paperPlace]).optional(),
    rules: rulesSchema,
    /** the house rules of a name that the sheet was drawn by, as they were then */
    follows: z
      .strictObject({ name: z.string().min(1).max(40), angle: projectionAngle, rules: rulesSchema })
      .optional(),
  })
  .refine(({ gap, between }) => !between || Math.min(...between) >= gap + 2, {
    path: ['between'],
    message: 'The views would stand on the lines between them. Make the gap smaller.',
  });
export type SheetSetup = z.infer<typeof setupSchema> & {
  /** the rows of the parts list, worked out from the part; they are not kept with the drawing */
  readonly partsRows?: readonly PartsRow[];
  /** the holes whose places stand in a table, worked out from the dimensions; it is not kept with the drawing */
  readonly holeTable?: HoleTable;
  /** what each body is made of, by its name, where it is hatched by that; it is not kept with the drawing */
  readonly materials?: ReadonlyMap<string, string>;
  /** what a square is worth in part units, where the part states it; it is not kept with the drawing */
  readonly square?: number;
};

/** How the house rules name the corners. */
export const numberingOf = ({
  corners,
  numbersFrom,
  pairs,
  numbersSense,
}: SheetSetup['rules']): NumberingChoice => ({
  school: corners ?? USUAL_NUMBERING.school,
  start: numbersFrom ?? USUAL_NUMBERING.start,
  pairs: pairs ?? USUAL_NUMBERING.pairs,
  sense: numbersSense ?? USUAL_NUMBERING.sense,
});

/** A cut of the drawing file: its trace, and whether it is drawn. */
export const cutSchema = z.strictObject({
  trace: traceSchema,
  /** off: kept with the drawing, not drawn */
  on: z.boolean(),
});

/** House rules of descriptive geometry: XY lines, mitre, projectors and numbers stay on the sheet. */
export const SOLIDS_RULES: SheetSetup['rules'] = {
  referenceLines: true,
  mitre: true,
  projectors: 'kept',
  hiddenBehindCut: 'kept',
  points: 'numbers',
};
export const WORKSHOP_RULES: SheetSetup['rules'] = {
  referenceLines: false,
  mitre: false,
  projectors: 'off',
  hiddenBehindCut: 'out',
  points: 'off',
};
/** How a new drawing is set out. */
export const DEFAULT_SETUP: SheetSetup = {
  paper: 'A3',
  upright: false,
  angle: 'first',
  scale: 'fit',
  views: ['front', 'top', 'left'],
  gap: 10,
  rules: WORKSHOP_RULES,
};
