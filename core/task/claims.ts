import { pointOn } from '../geometry/curve3.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { decimal } from '../number/format.ts';
import { NUMBER_WORDS } from '../number/numberWords.ts';
import type { PartFile } from '../part/schema.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import { paperTitle, readScale, scaleText } from '../sheet/layout/paper.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import { cutShownIn } from '../sheet/views/cutShownIn.ts';
import { VIEW_TITLES } from '../sheet/views/viewTitles.ts';
import type { BuiltPart } from '../solid/build.ts';
import { worthIn } from '../statement/typed/worth.ts';
import { footingOf } from './footing.ts';

/** What a task is held against. */
export type Given = {
  readonly setup: SheetSetup;
  readonly part: BuiltPart;
  readonly file: PartFile;
  readonly sheet: Sheet;
};

/** What the drawing shows of a claim: whether it is so, and by what one can see it. */
export type Answer = { readonly fulfilled: boolean; readonly reason: string };

/** A statement that a line of a task makes, which the drawing can prove or disprove. `says` matches all words of the line that make it. */
export type Claim = {
  readonly says: RegExp;
  /** @param isDenied the line says that it must not be so */
  readonly answer: (g: Given, m: RegExpExecArray, isDenied: boolean) => Answer;
};

const either = (is: boolean, good: string, bad: string): Answer => ({
  fulfilled: is,
  reason: is ? good : bad,
});
const denied = (a: Answer, isDenied: boolean): Answer => (isDenied ? { ...a, fulfilled: !a.fulfilled } : a);

const NAMES = 'front|top|left|right|back|rear|bottom|side|end';
const KIND = 'views?|elevations?';
const AND = String.raw`(?:\s*,\s*(?:and\s+)?(?:the\s+|a\s+)?|\s+and\s+(?:the\s+|a\s+)?|\s*&\s*)`;
/** "front view", "plan", "left end elevation", "view from the left" */
const VIEW = String.raw`(?:(?:${NAMES})\s+){1,2}(?:${KIND})|plans?(?:\s+views?)?|elevations?|views?\s+from\s+(?:the\s+)?(?:${NAMES}|above|below)`;
/** "front, top and left views" */
const VIEW_LIST = `(?:(?:${NAMES})${AND})*(?:${VIEW})(?:${AND}(?:(?:(?:${NAMES})${AND})*(?:${VIEW})))*`;

const OF_WORD: Readonly<Record<string, readonly ViewName[]>> = {
  front: ['front'],
  top: ['top'],
  above: ['top'],
  plan: ['top'],
  left: ['left'],
  right: ['right'],
  back: ['back'],
  rear: ['back'],
  bottom: ['bottom'],
  below: ['bottom'],
};

/** The views that a list of them names, each by the views that would do. */
const viewsIn = (text: string): (readonly ViewName[])[] =>
  text
    .toLowerCase()
    .replace(/\bviews?\s+from\s+(?:the\s+)?(\w+)/g, '$1 view')
    .split(/\s*,\s*|\s+and\s+|\s*&\s*/)
    .flatMap((piece) => {
      const words = piece.match(/[a-z]+/g) ?? [];
      const named = words.flatMap((w) => OF_WORD[w.replace(/^plans$/, 'plan')] ?? []);
      if (named.length) return [named];
      if (words.some((w) => w === 'side' || w === 'end')) return [['left', 'right']];
      return words.some((w) => /^elevations?$/.test(w)) ? [['front']] : [];
    });

const titles = (names: readonly ViewName[]): string =>
  names.map((v) => VIEW_TITLES[v].toLowerCase()).join(' or ');

const views: Claim = {
  says: new RegExp(VIEW_LIST, 'gi'),
  answer: ({ setup }, m, isDenied) => {
    const wanted = viewsIn(m[0]);
    const there = wanted.filter((names) => names.some((v) => setup.views.includes(v)));
    const missing = wanted.filter((names) => !there.includes(names));
    if (isDenied)
      return either(
        !there.length,
        `Not on the sheet: ${missing.map(titles).join(', ')}.`,
        `On the sheet: ${there.map(titles).join(', ')}.`,
      );
    return either(
      !missing.length,
      `On the sheet: ${there.map(titles).join(', ')}.`,
      `Not on the sheet: ${missing.map(titles).join(', ')}.`,
    );
  },
};

const viewCount: Claim = {
  says: /\b(one|two|three|four|five|six|\d)\s+(?:orthographic\s+)?views?\b/gi,
  answer: ({ setup }, m) => {
    const wanted = NUMBER_WORDS[(m[1] as string).toLowerCase()] ?? Number(m[1]);
    const now = setup.views.length;
    return either(
      now === wanted,
      `${now} views are on the sheet.`,
      `${now} views are on the sheet, not ${wanted}.`,
    );
  },
};

const sectional: Claim = {
  says: new RegExp(String.raw`\bsectional\s+(?:${VIEW_LIST})`, 'gi'),
  answer: ({ setup, sheet }, m, isDenied) => {
    const wanted = viewsIn(m[0].replace(/^sectional\s+/i, ''));
    const open = wanted.filter(
      (names) => !names.some((v) => setup.views.includes(v) && cutShownIn(v, sheet.sections, setup)),
    );
    return denied(
      either(
        !open.length,
        `Cut in the ${wanted.map(titles).join(', ')}.`,
        `No cut is shown in the ${open.map(titles).join(', ')}.`,
      ),
      isDenied,
    );
  },
};

const hidden: Claim = {
  says: new RegExp(
    String.raw`\bhidden\s+(?:lines?|edges?|detail)(?:\s+in\s+(?:the\s+)?(${VIEW_LIST}|all(?:\s+the)?\s+views|every\s+view))?`,
    'gi',
  ),
  answer: ({ setup }, m, isDenied) => {
    const named =
      m[1] && !/^(?:all|every)/i.test(m[1])
        ? viewsIn(m[1]).map((n) => n.find((v) => setup.views.includes(v)))
        : setup.views;
    const missing = named.filter((v) => v === undefined).length;
    if (missing) return { fulfilled: false, reason: 'One of these views is not on the sheet.' };
    const out = setup.rules.noHidden ?? [];
    const wrong = (named as ViewName[]).filter((v) => out.includes(v) !== isDenied);
    const way = isDenied ? 'left out' : 'drawn';
    return either(
      !wrong.length,
      `Hidden lines are ${way} in the ${(named as ViewName[]).map((v) => VIEW_TITLES[v].toLowerCase()).join(', ')}.`,
      `Hidden lines are not ${way} in the ${wrong.map((v) => VIEW_TITLES[v].toLowerCase()).join(', ')}.`,
    );
  },
};

const angle: Claim = {
  says: /\b(first|third|1st|3rd)[\s-]*angle(?:\s+(?:projection|method))?/gi,
  answer: ({ setup }, m, isDenied) => {
    const wanted = /first|1st/i.test(m[1] as string) ? 'first' : 'third';
    return denied(
      either(setup.angle === wanted, `Drawn in ${wanted} angle.`, `Drawn in ${setup.angle} angle.`),
      isDenied,
    );
  },
};

const WORD_SCALES: readonly (readonly [RegExp, number])[] = [
  [/full[\s-]*(?:size|scale)/i, 1],
  [/half[\s-]*(?:size|scale)|half full/i, 0.5],
  [/quarter[\s-]*(?:size|scale)/i, 0.25],
  [/(?:double|twice)[\s-]*(?:full\s)?size/i, 2],
];

const scale: Claim = {
  says: /\b(?:(?:to\s+(?:a\s+)?|at\s+(?:a\s+)?)?scale(?:\s+of)?\s*:?\s*)?(\d+(?:\.\d+)?\s*:\s*\d+(?:\.\d+)?)(?:\s+scale)?|\b(?:full|half|quarter|double|twice)[\s-]*(?:full\s+)?(?:size|scale)\b/gi,
  answer: ({ sheet }, m, isDenied) => {
    const now = sheet.units === 'in' ? sheet.scale / 25.4 : sheet.scale;
    const wanted = m[1] ? readScale(m[1]) : WORD_SCALES.find(([word]) => word.test(m[0]))?.[1];
    if (wanted === undefined)
      return { fulfilled: false, reason: `"${m[0]}" is no scale. It is drawn at ${scaleText(now)}.` };
    return denied(
      either(
        Math.abs(now - wanted) < 1e-9,
        `Drawn at ${scaleText(now)}.`,
        `Drawn at ${scaleText(now)}, not at ${scaleText(wanted)}.`,
      ),
      isDenied,
    );
  },
};

const section: Claim = {
  says: /\bsection(?:\s+view)?(?:\s+(?:on\s+)?([A-Z])\b(?:\s*[-–]\s*\1\b)?)?(?!\w)/g,
  answer: ({ sheet }, m, isDenied) => {
    const name = m[1];
    const cut = sheet.sections.filter(
      (s) => s.bodies.length && (name === undefined || s.plane.name === name),
    );
    return denied(
      either(
        cut.length > 0,
        `Cut ${cut.map((s) => s.plane.name).join(', ')} goes through the part.`,
        name === undefined
          ? 'No cut goes through the part yet.'
          : `Cut ${name} is not there, or misses the part.`,
      ),
      isDenied,
    );
  },
};
const capitalSection: Claim = { ...section, says: /\bSection(?:\s+([A-Z])\b(?:\s*[-–]\s*\1\b)?)?(?!\w)/g };

const trueShape: Claim = {
  says: /\btrue\s+(?:shape|form|size)(?:\s+of\s+(?:the\s+)?(?:cut|section)(?:\s+([A-Z]))?)?/gi,
  answer: ({ sheet }, m, isDenied) => {
    const placed = sheet.shapes.filter(
      (s) => s.drawnAs === 'true shape' && s.fits && (m[1] === undefined || s.cut === m[1]),
    );
    return denied(
      either(
        placed.length > 0,
        `The true shape of cut ${placed.map((s) => s.cut).join(', ')} is on the sheet.`,
        'No such true shape has a place on the sheet.',
      ),
      isDenied,
    );
  },
};

const paper: Claim = {
  says: /\b(A[0-4]|[BC])\s+(?:sheet|paper|size)(?:\s+paper)?(?:\s*,?\s*(landscape|portrait|upright))?|\b(A[0-4])(?:\s+(landscape|portrait|upright))?(?!\w)/g,
  answer: ({ setup }, m, isDenied) => {
    const name = (m[1] ?? m[3]) as string;
    const lies = m[2] ?? m[4];
    const now = paperTitle(setup);
    const right = setup.paper === name && (lies === undefined || setup.upright === (lies !== 'landscape'));
    return denied(
      either(
        right,
        `Drawn on ${now}${lies ? ` ${lies}` : ''}.`,
        `Drawn on ${now}${setup.upright ? ' upright' : ' landscape'}, not on ${m[0]}.`,
      ),
      isDenied,
    );
  },
};

const gap: Claim = {
  says: /\b(?:(\d+(?:\.\d+)?)\s*mm\s+(?:between|apart)|gap\s+(?:of\s+)?(\d+(?:\.\d+)?)\s*mm(?:\s+between)?)(?:\s+(?:the\s+)?views)?/gi,
  answer: ({ sheet }, m, isDenied) => {
    const wanted = Number(m[1] ?? m[2]);
    const neighbours = sheet.views.filter((v) => v.name !== 'front').map((v) => v.name);
    const { others, level, upright } = sheet.gaps;
    const apart = [
      ...new Set(neighbours.map((v) => others + (v === 'top' || v === 'bottom' ? level : upright))),
    ];
    const said = `The views are ${apart.map((x) => decimal(x, 3)).join(' and ')} mm apart`;
    return denied(
      either(
        apart.length > 0 && apart.every((x) => Math.abs(x - wanted) < 1e-6),
        `${said}.`,
        `${said}, not ${wanted}.`,
      ),
      isDenied,
    );
  },
};

const rests: Claim = {
  says: /\b(?:(?:it|the\s+(?:solid|part|prism|pyramid|cube|block|object))\s+)?(?:rest(?:s|ing)?|stand(?:s|ing)?|lies|lying)\s+(?:on|upon)\s+(?:(?:one\s+of\s+)?(?:an?|its|one|the)\s+)?(?:(edges?|base\s+edges?|sides?)|(corners?|points?|apex|vertex)|(base|face|faces|flat\s+face))?(?:\s*(?:on|upon)?\s*(?:the\s+)?(?:HP|H\.P\.?|horizontal\s+plane|ground))?/gi,
  answer: ({ part }, m, isDenied) => {
    const { edges, face } = footingOf(part);
    const on = face ? 'a flat face' : edges.length ? (edges.length === 1 ? 'one edge' : 'edges') : 'a point';
    const is = m[1] ? !face && edges.length === 1 : m[2] ? !edges.length && !face : face;
    return denied(either(is, `It rests on ${on}.`, `It rests on ${on}.`), isDenied);
  },
};

/** Whether an edge of the footing runs a given way to the upright plane: along the width is parallel to it, along the depth square. */
const baseEdge: Claim = {
  says: /\b(?:(?:an?|one|two|its|the)\s+)?(?:base\s+)?(?:edges?|sides?)(?:\s+of\s+(?:the|its)\s+base)?\s+(?:is\s+|are\s+|being\s+)?(parallel|perpendicular|square|at\s+right\s+angles?)\s+to\s+(?:the\s+)?(?:VP|V\.P\.?|vertical\s+plane|XY)(?:\s+line)?/gi,
  answer: ({ part }, m, isDenied) => {
    const parallel = /parallel/i.test(m[1] as string);
    const near = part.tol.linear * 40;
    const runs = footingOf(part).edges.some((e) => {
      if (e.curve.type !== 'line') return false;
      const [a, b] = [pointOn(e.curve, e.from), pointOn(e.curve, e.to)];
      const [dx, dy] = [Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1])];
      return parallel ? dy <= near && dx > 0 : dx <= near && dy > 0;
    });
    const way = parallel ? 'parallel to' : 'square to';
    return denied(
      either(
        runs,
        `An edge of the base is ${way} the VP.`,
        `No edge of the base is ${way} the VP. Turn the part about z.`,
      ),
      isDenied,
    );
  },
};

const units: Claim = {
  says: /\b(?:all\s+)?(?:dimensions?|sizes?)\s+(?:are\s+)?in\s+(mm|millimet(?:re|er)s|inch(?:es)?)\b/gi,
  answer: ({ part }, m, isDenied) => {
    const wanted = /^m/i.test(m[1] as string) ? 'mm' : 'in';
    return denied(
      either(part.units === wanted, `Sizes are in ${part.units}.`, `Sizes are in ${part.units}.`),
      isDenied,
    );
  },
};

/** How many of a feature there are, copies and mirror images counted. */
const copiesOf = (
  f: PartFile['bodies'][number]['features'][number],
  worth: (q: string) => number | undefined,
): number => {
  const count = f.repeat ? worth(String(f.repeat.count)) : 1;
  return (count ?? Number.NaN) * (f.mirror ? 2 : 1);
};

const COUNTED = 'holes|slots|pegs|pins|bosses|steps|grooves|notches|pockets|dowels|ribs|lugs|teeth';
const SINGULAR: Readonly<Record<string, string>> = { bosses: 'boss', notches: 'notch', teeth: 'tooth' };
/** The shapes that a noun of the statement's language stands for, whatever a line is called. */
const SHAPES: Readonly<Record<string, string>> = { hole: 'hole', slot: 'slot' };

const counted: Claim = {
  says: new RegExp(
    String.raw`\b(one|two|three|four|five|six|eight|ten|twelve|\d{1,2})\s+(${COUNTED})(?:\s*,?\s*(?:of\s+)?(?:⌀|dia(?:meter)?\.?)\s*(\d+(?:\.\d+)?)|\s+(\d+(?:\.\d+)?)\s*(?:mm\s+)?dia(?:meter)?)?(?![\w-])`,
    'gi',
  ),
  answer: ({ file }, m) => {
    const wanted = NUMBER_WORDS[(m[1] as string).toLowerCase()] ?? Number(m[1]);
    const noun = (m[2] as string).toLowerCase();
    const one = SINGULAR[noun] ?? noun.slice(0, -1);
    const across = m[3] ?? m[4];
    const worth = worthIn(file);
    const found = file.bodies
      .flatMap((b) => b.features)
      .filter(
        (f) => !f.off && (f.shape.kind === SHAPES[one] || new RegExp(`^${one}s?(?:\\b|$)`, 'i').test(f.id)),
      )
      .filter((f) => {
        if (across === undefined) return true;
        const d = 'diameter' in f.shape ? worth(String(f.shape.diameter)) : undefined;
        return d !== undefined && Math.abs(d - Number(across)) < 1e-6;
      });
    const now = found.reduce((n, f) => n + copiesOf(f, worth), 0);
    const what = `${one}${now === 1 ? '' : 's'}${across === undefined ? '' : ` of ⌀${across}`}`;
    return either(
      now === wanted,
      `The statement has ${now} ${what}.`,
      `The statement has ${now} ${what}, not ${wanted}.`,
    );
  },
};

const diameter: Claim = {
  says: /\b(inner|inside|internal|bore|outer|outside|external)\s+dia(?:meter)?\.?\s*(?:of\s+|=\s*)?(\d+(?:\.\d+)?)(?:\s*mm)?/gi,
  answer: ({ file }, m) => {
    const inner = /^(?:in|bore)/i.test(m[1] as string);
    const worth = worthIn(file);
    const wanted = Number(m[2]);
    const found = file.bodies
      .flatMap((b) => b.features)
      .filter((f) => !f.off && (inner ? f.op === 'cut' : f.op === 'add') && 'diameter' in f.shape)
      .map((f) => worth(String((f.shape as { diameter: number | string }).diameter)));
    const which = inner ? 'cut' : 'added';
    return either(
      found.some((d) => d !== undefined && Math.abs(d - wanted) < 1e-6),
      `A round of ⌀${wanted} is ${which}.`,
      `No round of ⌀${wanted} is ${which}.`,
    );
  },
};

const NAMED =
  /\b([\p{L}_][\p{L}\p{N}_]*)\s*=\s*(\d+(?:\.\d+)?(?:\s+\d+\/\d+)?|\d+\/\d+)(?:\s*(?:mm|in|"))?(?![\w/])/giu;
const namedSize: Claim = {
  says: NAMED,
  answer: ({ file }, m) => {
    const name = m[1] as string;
    const worth = worthIn(file);
    const [now, wanted] = [worth(name), worth(m[2] as string)];
    if (!Object.hasOwn(file.dims ?? {}, name) || now === undefined)
      return { fulfilled: false, reason: `No size is called ${name} in the statement.` };
    return either(
      wanted !== undefined && Math.abs(now - wanted) < 1e-6,
      `${name} is ${now}.`,
      `${name} is ${now}, not ${m[2]}.`,
    );
  },
};

/** Looked for in this order: the longer phrases first, as what one claim has used no other can use. */
export const CLAIMS: readonly Claim[] = [
  angle,
  scale,
  baseEdge,
  rests,
  trueShape,
  sectional,
  hidden,
  gap,
  viewCount,
  views,
  section,
  capitalSection,
  paper,
  units,
  counted,
  diameter,
  namedSize,
];
