import Fraction from 'fraction.js';
import type { Vec2 } from '../../geometry/vec.ts';
import { decimal, mixedFraction } from '../../number/format.ts';
import type { Sheet } from '../drawnSheet.ts';
import { TITLE_FORMS } from '../titleForms/titleForm.ts';
import { edgeLineNumberOf, lineNumberOf } from '../views/trueShape.ts';
import { VIEW_TITLES } from '../views/viewTitles.ts';

/**
 * What to mark on the board, and where: a distance from the sheet's left or lower edge, in paper millimetres. `real` is the part's own size
 * behind it, in part units, where the distance carries one.
 */
export type Mark = {
  readonly what: string;
  readonly from: 'left' | 'bottom';
  readonly at: number;
  readonly real?: { readonly account: 'W' | 'D' | 'H'; readonly size: number };
};
export type MarkGroup = { readonly title: string; readonly marks: readonly Mark[] };
/** What must remain between the last mark and the far edge. */
export type Closing = { readonly what: string; readonly left: number };
export type SettingOut = { readonly groups: readonly MarkGroup[]; readonly closings: readonly Closing[] };

const left = (what: string, at: number, real?: Mark['real']): Mark => ({
  what,
  from: 'left',
  at,
  ...(real && { real }),
});
const bottom = (what: string, at: number, real?: Mark['real']): Mark => ({
  what,
  from: 'bottom',
  at,
  ...(real && { real }),
});

/** A line beside XY by two points. */
const lineGroup = (
  cut: string,
  n: number,
  { from, to }: { readonly from: Vec2; readonly to: Vec2 },
): MarkGroup => ({
  title: `X${n}Y${n} of cut ${cut}, by two points`,
  marks: [left(`X${n}`, from[0]), bottom(`X${n}`, from[1]), left(`Y${n}`, to[0]), bottom(`Y${n}`, to[1])],
});

const ACCOUNTS = ['W', 'D', 'H'] as const;
const ACROSS = { front: 'W', back: 'W', top: 'W', bottom: 'W', left: 'D', right: 'D' } as const;
const UP = { front: 'H', back: 'H', left: 'H', right: 'H', top: 'D', bottom: 'D' } as const;

/**
 * The setting-out list of a sheet, for the board, in the order in which one marks: frame and title, boxes, XY lines, mitre lines, guide lines,
 * and X1Y1 of each true shape and edge view by two points.
 */
export const settingOut = (s: Sheet): SettingOut => {
  const { frame, title, width, height } = s.paper;
  const form = s.paper.titleBlock === 'none' ? undefined : TITLE_FORMS[s.paper.titleBlock];
  const [x0, y0, z0, x1, y1, z1] = s.box;
  const size = { W: x1 - x0, D: y1 - y0, H: z1 - z0 } as const;
  // where a stretch is left out, the distance on the paper carries no size of the part
  const carried = (account: 'W' | 'D' | 'H'): Mark['real'] =>
    s.interruptions.some((g) => ACCOUNTS[g.axis] === account) ? undefined : { account, size: size[account] };
  const boxes = s.views.map(
    (v): MarkGroup => ({
      title: VIEW_TITLES[v.name],
      marks: [
        left('left side', v.box.x),
        left('right side', v.box.x + v.box.w, carried(ACROSS[v.name])),
        bottom('lower side', v.box.y),
        bottom('upper side', v.box.y + v.box.h, carried(UP[v.name])),
      ],
    }),
  );
  const lines = s.layout.referenceLines.map(
    (r): Mark =>
      r.from[1] === r.to[1]
        ? bottom(`${r.name}, level`, r.from[1])
        : left('upright between the views', r.from[0]),
  );
  const groups: MarkGroup[] = [
    {
      title: 'Frame and title block',
      marks: [
        left('frame, left', frame.x),
        left('frame, right', frame.x + frame.w),
        bottom('frame, lower', frame.y),
        bottom('frame, upper', frame.y + frame.h),
        ...(form
          ? [
              left('title block, left', title.x),
              bottom('title block, upper', title.y + form.row * form.rows),
              ...Array.from({ length: form.rows - 1 }, (_, i) =>
                bottom(`title block, line ${i + 1}`, title.y + form.row * (i + 1)),
              ),
            ]
          : []),
      ],
    },
    ...boxes,
    ...(lines.length ? [{ title: 'Lines between the views', marks: lines }] : []),
    ...s.layout.mitres.map(
      (m, i): MarkGroup => ({
        title: s.layout.mitres.length > 1 ? `Mitre line ${i + 1}` : 'Mitre line, 45 degrees',
        marks: [
          left('begins', m.from[0]),
          bottom('begins', m.from[1]),
          left('ends', m.to[0]),
          bottom('ends', m.to[1]),
        ],
      }),
    ),
    {
      title: 'Guide lines for the names of views',
      marks: s.views.flatMap((v) =>
        [s.titles.upper, s.titles.lower].map((g, i) =>
          bottom(
            `${VIEW_TITLES[v.name].toLowerCase()}, ${i ? 'lower' : 'upper'}`,
            v.box.y - g - (s.margins.get(v.name)?.below ?? 0),
          ),
        ),
      ),
    },
    ...s.edgeViews.map((e) => lineGroup(e.cut, edgeLineNumberOf(s, e.cut), e.line)),
    ...s.shapes
      .filter((p) => p.drawnAs === 'true shape')
      .map((p) => lineGroup(p.cut, lineNumberOf(s, p.cut), p.line)),
  ];
  const rights = s.views.map((v) => v.box.x + v.box.w);
  const tops = s.views.map((v) => v.box.y + v.box.h);
  const closings = [
    { what: 'from the outermost box to the right edge of the sheet', left: width - Math.max(...rights) },
    { what: 'from the uppermost box to the upper edge of the sheet', left: height - Math.max(...tops) },
    { what: 'from the frame to the right edge of the sheet', left: width - frame.x - frame.w },
    { what: 'from the frame to the upper edge of the sheet', left: height - frame.y - frame.h },
  ];
  return { groups, closings };
};

/** What a rule at the board is read in. */
export type RuleUnit =
  | { readonly in: 'mm' }
  /** inches, to a fraction such as 1/32 */
  | { readonly in: 'inches'; readonly to: 8 | 16 | 32 | 64 }
  /** squares of squared paper, whole and half; `side` in mm on the paper */
  | { readonly in: 'squares'; readonly side: number };

const MM_PER_INCH = 25.4;

/**
 * A paper distance as it is read off the rule, with what rounding it leaves (mm, signed: read less true).
 */
export const onRule = (mm: number, unit: RuleUnit): { readonly text: string; readonly off: number } => {
  if (unit.in === 'mm') {
    const read = Math.round(mm * 2) / 2;
    return { text: decimal(read, 1), off: read - mm };
  }
  if (unit.in === 'inches') {
    const steps = Math.round((mm / MM_PER_INCH) * unit.to);
    return { text: mixedFraction(new Fraction(steps, unit.to)), off: (steps / unit.to) * MM_PER_INCH - mm };
  }
  const halves = Math.round((mm / unit.side) * 2);
  return { text: mixedFraction(new Fraction(halves, 2)), off: (halves / 2) * unit.side - mm };
};
