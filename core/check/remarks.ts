import type { Worked } from '../drawing/desk.ts';
import type { DimensionBook } from '../drawing/dimensionBook.ts';
import type { Drawing } from '../drawing/drawing.ts';
import { proposeViews } from '../drawing/proposedViews.ts';
import { examine, type Report } from '../examine/examine.ts';
import type { Finding } from '../finding/finding.ts';
import type { Vec2 } from '../geometry/vec.ts';
import { faceInWords } from '../naming/keys.ts';
import { listed } from '../naming/listed.ts';
import { sentence } from '../number/fault.ts';
import { decimal } from '../number/format.ts';
import { cutLengthwise } from '../section/cutLengthwise.ts';
import { unknownLetters } from '../sheet/annotate/knownLetters.ts';
import { betterWords } from '../sheet/dimensions/betterWords.ts';
import { hiddenByPlaces } from '../sheet/dimensions/figureStyle.ts';
import { leaderId } from '../sheet/dimensions/laid.ts';
import { onPaper } from '../sheet/layout/similarity.ts';
import { sectionsShownIn } from '../sheet/views/drawnLines.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import { viewTitle } from '../sheet/views/viewTitles.ts';
import { asDrawn } from '../solid/interruption.ts';
import { standingSizes, toFind } from '../statement/standings.ts';
import { givenSizesOf, sourceSizes } from '../task/source.ts';
import type { MendStage, Remark } from './remark.ts';

type Good = Extract<Worked, { ok: true }>;

/** The longest key that the drawing file keeps. */
const LONGEST_KEY = 400;

/** A remark without what it may have besides its words. */
const remark = (
  weight: Remark['weight'],
  what: string,
  why: string,
  where: string,
  stage: MendStage,
  more: Partial<Pick<Remark, 'at' | 'dimensions' | 'mend'>> = {},
): Remark => ({
  key: what.slice(0, LONGEST_KEY),
  weight,
  what,
  why,
  where,
  stage,
  at: [],
  dimensions: [],
  ...more,
});

const STAGES: Readonly<Record<string, MendStage>> = {
  setup: 'Set out',
  cuts: 'Cut',
  title: 'Issue',
  part: 'Measure',
};

/** What the engine found while it drew the sheet. */
const ofSheet = ({ findings }: Good): Remark[] =>
  findings.map((f) =>
    remark(
      'mend',
      sentence(f),
      'The sheet is drawn all the same, but not as it is meant.',
      f.where,
      STAGES[String(f.path[0])] ?? 'Set out',
    ),
  );

/** What is doubtful about the part, in all views. */
const ofPart = ({ sheet }: Good, found: readonly Finding[]): Remark[] =>
  found.map((f) =>
    remark(
      f.severity === 'fault' ? 'mend' : 'consider',
      `${f.where}: ${f.what}`,
      f.remedy,
      f.where,
      f.kind.startsWith('plane') ? 'Cut' : 'Measure',
      { at: sheet.views.map((v) => placeOfPoint(v, asDrawn(sheet.interruptions, f.at))) },
    ),
  );

const WHY_STRUCK: Record<Report['kind'], string> = {
  'lettering on a line': 'A line through lettering makes it hard to read, and a figure easy to misread.',
  'lettering on lettering': 'Neither of the two can be read with certainty.',
  'lettering outside the frame': 'It may be cut off when the sheet is printed or trimmed.',
  'ink outside the frame': 'It may be cut off when the sheet is printed or trimmed.',
  'ink in the title block': 'The title block is kept clear of everything else.',
  'line drawn twice': 'A line drawn twice prints too heavy, and a cutter would follow it twice.',
};
/** What a strict examiner strikes out on the finished ink; each kind once, with all its places. */
const ofInk = ({ sheet }: Good): Remark[] => {
  const groups = new Map<string, { first: Report; at: Vec2[] }>();
  for (const r of examine(sheet.ink, sheet.paper.frame, sheet.paper.title)) {
    const key = `${r.kind} ${r.what}`;
    const own = groups.get(key) ?? { first: r, at: [] };
    own.at.push(r.at);
    groups.set(key, own);
  }
  return [...groups.values()].map(({ first: r, at }) =>
    remark('mend', `${r.what}: ${r.kind}, ${r.on}.`, WHY_STRUCK[r.kind], 'the sheet', 'Set out', { at }),
  );
};

/** Less than this is hidden by no figure, part units. */
const HIDDEN = 1e-6;

/** Notes with leaders that are not on the sheet: their face is gone, or their view is not there. */
const ofLeaders = ({ sheet }: Good, { setup }: Drawing): Remark[] => {
  const drawn = new Set(sheet.dimensions.laid.map((l) => l.wanted.id));
  return (setup.leaders ?? []).flatMap(({ text, face, view }, i) =>
    drawn.has(leaderId(i))
      ? []
      : [
          remark(
            'mend',
            `The note "${text}" to ${faceInWords(face)} is not on the sheet: its face is gone, or no view shows it.`,
            'What it asks for is not made.',
            `the ${view} view`,
            'Dimension',
          ),
        ],
  );
};

/** The dimensions: what is missing, given twice, gone, or in no view. */
const ofDimensions = ({ sheet }: Good, d: Drawing, book: DimensionBook | undefined): Remark[] => {
  if (!book) return [];
  if (!d.dimensions?.list.length)
    return [
      remark(
        'consider',
        'The sheet has no dimensions.',
        'Nobody can build from it without measuring the print.',
        'the sheet',
        'Dimension',
      ),
    ];
  const textOf = (id: string): string => book.rows.find((r) => r.id === id)?.text ?? id;
  const placeOf = (id: string): Vec2[] =>
    sheet.dimensions.laid.flatMap((l) => {
      const home = sheet.views.find((v) => v.name === l.view);
      if (l.wanted.id !== id || !home) return [];
      const [x, y] = onPaper(home.toPaper, [0, 0]);
      const [x0, y0, x1, y1] = l.drawn.text.box;
      return [[x + (x0 + x1) / 2, y + (y0 + y1) / 2] as Vec2];
    });
  const style = d.setup.rules.figures ?? {};
  const rounded = sheet.dimensions.laid.filter((l) => hiddenByPlaces(l.value, style) > HIDDEN);
  return [
    ...(rounded.length
      ? [
          remark(
            'consider',
            `${rounded.length === 1 ? 'A figure is' : `${rounded.length} figures are`} rounded to ${style.places} places, such as ${rounded[0]?.text} for ${decimal(rounded[0]?.value ?? 0, 4)}.`,
            'What is built from the figures differs from the part.',
            'dimensions',
            'Dimension',
            { dimensions: rounded.map((l) => l.wanted.id), at: rounded.flatMap((l) => placeOf(l.wanted.id)) },
          ),
        ]
      : []),
    ...book.missing.map((m) =>
      remark(
        'mend',
        `Nothing gives ${m.words}.`,
        'Without it the part cannot be made.',
        'dimensions',
        'Dimension',
        {
          mend: { words: `Add ${m.value}`, command: { type: 'addDimension', tied: m.offer, words: m.words } },
        },
      ),
    ),
    ...book.rings.map((ring) => {
      const last = ring.at(-1) as string;
      return remark(
        'mend',
        `${listed(ring.map(textOf))} close a ring.`,
        'A size given twice is one too many: with tolerances the two contradict each other.',
        'dimensions',
        'Dimension',
        {
          dimensions: ring,
          at: ring.flatMap(placeOf),
          mend: {
            words: `Make ${textOf(last)} a reference`,
            command: {
              type: 'changeDimension',
              id: last,
              change: { reference: true },
              label: `${textOf(last)}: for reference`,
            },
          },
        },
      );
    }),
    ...book.rows.flatMap((r): Remark[] => {
      const out = {
        words: 'Take it out',
        command: { type: 'removeDimension', id: r.id, words: r.words },
      } as const;
      if (r.better && r.standing === 'on the sheet')
        return [
          remark(
            'consider',
            betterWords(r.text, r.view, r.better),
            'A size is read where its feature shows its shape, and not at a hidden line.',
            'dimensions',
            'Dimension',
            {
              dimensions: [r.id],
              at: placeOf(r.id),
              mend: {
                words: `Move it to the ${r.better.view} view`,
                command: {
                  type: 'changeDimension',
                  id: r.id,
                  change: { view: r.better.view, side: null, out: null },
                  label: `${r.text}: in the ${r.better.view} view`,
                },
              },
            },
          ),
        ];
      if (r.standing === 'gone')
        return [
          remark(
            'mend',
            `What a dimension tied is gone: ${r.words}.`,
            'It says nothing any more.',
            'dimensions',
            'Dimension',
            {
              dimensions: [r.id],
              mend: out,
            },
          ),
        ];
      return r.standing === 'no view'
        ? [
            remark(
              'mend',
              `No view on the sheet shows ${r.text}, ${r.words}.`,
              'The size is not on the sheet.',
              'dimensions',
              'Set out',
            ),
          ]
        : [];
    }),
  ];
};

/** What is lettered on the sheet in characters that a print cannot show. */
const ofLetters = ({ sheet }: Good): Remark[] => {
  const lacking = unknownLetters(sheet.ink.flatMap((i) => (i.kind === 'text' ? [i.text] : [])).join(''));
  if (!lacking.length) return [];
  const places = sheet.ink.flatMap((i) => (i.kind === 'text' && unknownLetters(i.text).length ? [i.at] : []));
  return [
    remark(
      'mend',
      `The lettering has no ${listed(lacking.map((c) => `"${c}"`))}.`,
      'It is printed as an empty box. Write it in other letters.',
      'the lettering',
      'Issue',
      { at: places },
    ),
  ];
};

/** What a cut goes through lengthwise that is not cut so. */
const ofCuts = ({ sections, part }: Good): Remark[] =>
  sections.flatMap(({ plane }) =>
    cutLengthwise(part.bodies, plane).map((name) =>
      remark(
        'mend',
        `Cut ${plane.name} goes lengthwise through ${name.slice(name.lastIndexOf('/') + 1)}, and hatches it.`,
        'Ribs, webs, shafts, bolts and the like are not cut lengthwise: hatched, they look as solid as what they stand on.',
        `cut ${plane.name}`,
        'Cut',
        {
          mend: {
            words: 'Leave it whole',
            command: { type: 'spareInCut', cut: plane.name, name, leave: 'whole' },
          },
        },
      ),
    ),
  );

/** What the title block lacks that a workshop asks for. */
const ofTitle = (d: Drawing): Remark[] => {
  if (d.setup.titleBlock === 'none') return [];
  const wanted = [
    ['number', 'No number is filled in.', 'A sheet without a number cannot be filed, ordered by or issued.'],
    ['title', 'No title is filled in.', 'Nobody knows what the part is called.'],
    ['material', 'No material is named.', 'The stores cannot issue it, and its mass is unknown.'],
    ['drawnBy', 'Who drew it is not filled in.', 'Nobody can be asked about it.'],
    ['date', 'The date is not filled in.', 'It cannot be told from an older print.'],
  ] as const;
  return wanted.flatMap(([key, what, why]) =>
    d[key].trim() ? [] : [remark('consider', what, why, 'the title block', 'Issue')],
  );
};

/** What was asked for and is not fulfilled, and given sizes that are not used. */
const ofTask = ({ task }: Good, d: Drawing): Remark[] => [
  ...task.flatMap((t) =>
    t.fulfilled || t.done
      ? []
      : [remark('mend', `Asked for and not done: ${t.text}.`, t.reason, 'the task', 'Measure')],
  ),
  ...sourceSizes(givenSizesOf(d), d.part).flatMap((s) =>
    s.standing === 'unused' || s.standing === 'contradicted'
      ? [
          remark(
            s.standing === 'unused' ? 'consider' : 'mend',
            `The given size ${s.text} is ${s.standing}.`,
            s.where || 'A feature may have been forgotten.',
            'the source',
            'Measure',
          ),
        ]
      : [],
  ),
  ...toFind(standingSizes(d.part, d.standings)).map((s) =>
    remark(
      s.standing === 'missing' ? 'mend' : 'consider',
      `${s.line}, ${s.words} ${s.text}: ${s.standing}.`,
      s.standing === 'missing'
        ? 'Its figure only holds the place.'
        : 'It is to be confirmed before anything is made from it.',
      s.line,
      'Measure',
    ),
  ),
];

/** Views that are wanted and missing, or add nothing; cuts that no view shows. */
const ofViews = ({ part, sheet }: Good, d: Drawing): Remark[] => {
  const { views, rules } = d.setup;
  const proposed = proposeViews(d.part, part);
  const sameWay = {
    front: 'back',
    back: 'front',
    top: 'bottom',
    bottom: 'top',
    left: 'right',
    right: 'left',
  } as const;
  const has = (v: keyof typeof sameWay): boolean => views.includes(v) || views.includes(sameWay[v]);
  return [
    ...proposed.views.flatMap((v, i) =>
      has(v)
        ? []
        : [
            remark(
              'consider',
              `A ${viewTitle(v, rules.names).toLowerCase()} is wanted.`,
              proposed.reasons[i] ?? '',
              'views',
              'Set out',
            ),
          ],
    ),
    ...sheet.sections.flatMap((s) => {
      const isShown =
        sheet.views.some(
          (v) => sectionsShownIn(v, sheet.sections).includes(s) || v.brokenOut?.some((o) => o.section === s),
        ) || sheet.shapes.some((x) => x.cut === s.plane.name);
      return isShown || !s.bodies.length
        ? []
        : [
            remark(
              'mend',
              `Cut ${s.plane.name} is drawn as a trace, and no view shows it.`,
              'A trace without its section tells the reader to look for what is not there.',
              `cut ${s.plane.name}`,
              'Set out',
            ),
          ];
    }),
  ];
};

/**
 * Reads a drawing as a reviewer would: everything that is wrong or doubtful, what is to be mended first.
 * @param found what is doubtful about the part and its cuts
 * @param book the books of its dimensions; nothing is said of them where missing
 */
export const remarksOn = (
  d: Drawing,
  worked: Good,
  found: readonly Finding[],
  book: DimensionBook | undefined,
): Remark[] => {
  const all = [
    ...ofSheet(worked),
    ...ofPart(worked, found),
    ...ofInk(worked),
    ...ofLetters(worked),
    ...ofDimensions(worked, d, book),
    ...ofLeaders(worked, d),
    ...ofCuts(worked),
    ...ofTask(worked, d),
    ...ofViews(worked, d),
    ...ofTitle(d),
  ];
  return [...all.filter((r) => r.weight === 'mend'), ...all.filter((r) => r.weight === 'consider')];
};
