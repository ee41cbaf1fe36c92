import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import type { Surface } from '../geometry/surface.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import { paperTitle, readScale, scaleText } from '../sheet/layout/paper.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import { VIEW_TITLES } from '../sheet/views/viewTitles.ts';
import { isDrawn } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { TaskLine, TaskStanding } from './task.ts';

/** What a task is held against. */
export type Given = { readonly setup: SheetSetup; readonly part: BuiltPart; readonly sheet: Sheet };

type Answer = { readonly fulfilled: boolean; readonly reason: string };
type Question = { readonly asks: RegExp; readonly answer: (g: Given, m: RegExpExecArray) => Answer };

const yes = (reason: string): Answer => ({ fulfilled: true, reason });
const no = (reason: string): Answer => ({ fulfilled: false, reason });
const either = (is: boolean, good: string, bad: string): Answer => (is ? yes(good) : no(bad));

/** The words under which the schools know the views. */
const VIEW_WORDS: readonly (readonly [RegExp, readonly ViewName[]])[] = [
  [/\bfront\b|(?<!end |side )\belevation\b/i, ['front']],
  [/\btop\b|\bplan\b/i, ['top']],
  [/\bleft\b/i, ['left']],
  [/\bright\b/i, ['right']],
  [/\bback\b|\brear\b/i, ['back']],
  [/\bbelow\b|\bbottom\b/i, ['bottom']],
  [/\b(?:side|end|profile)\s+(?:view|elevation)s?\b/i, ['left', 'right']],
];

const viewsAsked = (text: string): (readonly ViewName[])[] =>
  VIEW_WORDS.filter(([word]) => word.test(text)).map(([, names]) => names);

const views: Question = {
  asks: /\bviews?\b|\belevations?\b|\bplan\b/i,
  answer: ({ setup }, m) => {
    const wanted = viewsAsked(m.input);
    const missing = wanted.filter((names) => !names.some((v) => setup.views.includes(v)));
    const said = (names: readonly ViewName[]): string =>
      names.map((v) => VIEW_TITLES[v].toLowerCase()).join(' or ');
    return missing.length
      ? no(`Not on the sheet: ${missing.map(said).join(', ')}.`)
      : yes(`On the sheet: ${setup.views.map((v) => VIEW_TITLES[v].toLowerCase()).join(', ')}.`);
  },
};

const angle: Question = {
  asks: /\b(first|third|1st|3rd)[\s-]*angle\b/i,
  answer: ({ setup }, m) => {
    const wanted = /first|1st/i.test(m[1] as string) ? 'first' : 'third';
    return either(setup.angle === wanted, `Drawn in ${wanted} angle.`, `Drawn in ${setup.angle} angle.`);
  },
};

const WORD_SCALES: readonly (readonly [RegExp, number])[] = [
  [/full[\s-]*size/i, 1],
  [/half[\s-]*(?:size|scale)|half full/i, 0.5],
  [/quarter[\s-]*(?:size|scale)/i, 0.25],
  [/(?:double|twice)[\s-]*(?:full\s)?size/i, 2],
];

const scale: Question = {
  asks: /\bscale\b|\b(?:full|half|quarter|double|twice)[\s-]*(?:full\s)?size\b/i,
  answer: ({ sheet }, m) => {
    const now = sheet.units === 'in' ? sheet.scale / 25.4 : sheet.scale;
    const figure = /(\d+(?:\.\d+)?\s*:\s*\d+(?:\.\d+)?)/.exec(m.input)?.[1];
    const wanted = figure ? readScale(figure) : WORD_SCALES.find(([word]) => word.test(m.input))?.[1];
    if (wanted === undefined) return yes(`Drawn at ${scaleText(now)}.`);
    return either(
      Math.abs(now - wanted) < 1e-9,
      `Drawn at ${scaleText(now)}.`,
      `Drawn at ${scaleText(now)}, not at ${scaleText(wanted)}.`,
    );
  },
};

const section: Question = {
  asks: /\bsection(?:al|ed)?\b|\bcutting plane\b|\bcut by\b/i,
  answer: ({ sheet }, m) => {
    const name = /\b[Ss]ection\s+([A-Z])\b(?:\s*[-–]\s*\1)?/.exec(m.input)?.[1];
    const cut = sheet.sections.filter(
      (s) => s.bodies.length && (name === undefined || s.plane.name === name),
    );
    return either(
      cut.length > 0,
      `Cut ${cut.map((s) => s.plane.name).join(', ')} goes through the part.`,
      name === undefined
        ? 'No cut goes through the part yet.'
        : `Cut ${name} is not there, or misses the part.`,
    );
  },
};

const trueShape: Question = {
  asks: /\btrue\s+(?:shape|form|size)\b/i,
  answer: ({ sheet }) => {
    const placed = sheet.shapes.filter((s) => s.fits);
    return either(
      placed.length > 0,
      `The true shape of cut ${placed.map((s) => s.cut).join(', ')} is on the sheet.`,
      'No true shape has a place on the sheet.',
    );
  },
};

const paper: Question = {
  asks: /\b(A[0-4])\b(?:\s+(?:sheet|paper|size))?/,
  answer: ({ setup }, m) =>
    either(
      setup.paper === m[1],
      `Drawn on ${paperTitle(setup)}.`,
      `Drawn on ${paperTitle(setup)}, not on ${m[1]}.`,
    ),
};

/** Edges that lie in the lowest level of the part, and whether a face does. */
const footing = ({ part }: Given) => {
  const low = part.box[2];
  const near = part.tol.linear * 40;
  const at = (z: number): boolean => Math.abs(z - low) <= near;
  const edges = part.bodies
    .flatMap((b) => b.edges)
    .filter(
      (e) => isDrawn(e) && [e.from, (e.from + e.to) / 2, e.to].every((t) => at(pointOn(e.curve, t)[2])),
    );
  const face = part.bodies
    .flatMap((b) => b.solid.surfaces)
    .some((s: Surface) => s.kind === 'plane' && Math.abs(Math.abs(s.n[2]) - 1) < EDGE_ON && at(s.d * s.n[2]));
  return { edges, face: face && edges.length > 1 };
};

const rests: Question = {
  asks: /\b(?:rest(?:s|ing)?|stand(?:s|ing)?|lies|lying)\b.*\b(?:on|upon)\b/i,
  answer: (g, m) => {
    const { edges, face } = footing(g);
    if (/\b(?:an?|its|one|the)\s+(?:\w+\s+)?edge\b/i.test(m.input))
      return either(
        !face && edges.length === 1,
        'It rests on one edge.',
        face ? 'It rests on a face.' : 'It rests on a point.',
      );
    if (/\b(?:corner|point|apex|vertex)\b/i.test(m.input))
      return either(
        !edges.length,
        'It rests on a point.',
        face ? 'It rests on a face.' : 'It rests on an edge.',
      );
    return either(
      face,
      'It rests on a flat face.',
      edges.length ? 'It rests on an edge.' : 'It rests on a point.',
    );
  },
};

/** Whether an edge of the footing runs a given way to the upright plane: along the width is parallel to it, along the depth square. */
const baseEdge: Question = {
  asks: /\b(?:edge|side)s?\b.*\b(parallel|perpendicular|square|right angles?)\b.*\b(?:VP|vertical plane|XY)\b/i,
  answer: (g, m) => {
    const parallel = /parallel/i.test(m[1] as string);
    const runs = footing(g).edges.some((e) => {
      if (e.curve.type !== 'line') return false;
      const [a, b] = [pointOn(e.curve, e.from), pointOn(e.curve, e.to)];
      const [dx, dy] = [Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1])];
      return parallel ? dy <= g.part.tol.linear * 40 && dx > 0 : dx <= g.part.tol.linear * 40 && dy > 0;
    });
    const way = parallel ? 'parallel to' : 'square to';
    return either(
      runs,
      `An edge of the base is ${way} the VP.`,
      `No edge of the base is ${way} the VP. Turn the part about z.`,
    );
  },
};

const units: Question = {
  asks: /\b(?:dimensions?|sizes?)\b.*\bin\s+(mm|millimet(?:re|er)s|inch(?:es)?)\b/i,
  answer: ({ part }, m) => {
    const wanted = /^m/i.test(m[1] as string) ? 'mm' : 'in';
    return either(part.units === wanted, `Sizes are in ${part.units}.`, `Sizes are in ${part.units}.`);
  },
};

/** Asked in this order; a line may ask several things at once, and all of them must be fulfilled. */
const QUESTIONS: readonly Question[] = [
  angle,
  scale,
  baseEdge,
  rests,
  trueShape,
  section,
  views,
  paper,
  units,
];

/** How every line of a task stands. */
export const fulfilment = (task: readonly TaskLine[], given: Given | undefined): TaskStanding[] =>
  task.map((line): TaskStanding => {
    const asked = QUESTIONS.flatMap(({ asks, answer }) => {
      const m = asks.exec(line.text);
      return m ? [{ answer, m }] : [];
    });
    if (!asked.length)
      return {
        ...line,
        by: 'hand',
        fulfilled: line.done === true,
        reason: line.done ? 'Ticked by hand.' : 'To be ticked by hand.',
      };
    if (!given) return { ...line, by: 'the drawing', fulfilled: false, reason: 'Nothing is drawn yet.' };
    const answers = asked.map(({ answer, m }) => answer(given, m));
    const open = answers.filter((a) => !a.fulfilled);
    return {
      ...line,
      by: 'the drawing',
      fulfilled: !open.length,
      reason: (open.length ? open : answers).map((a) => a.reason).join(' '),
    };
  });
