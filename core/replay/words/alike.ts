import type { Vec2 } from '../../geometry/vec.ts';
import type { Rect } from '../../sheet/layout/paper.ts';
import type { Deed } from '../deed.ts';
import { viewNamed } from '../plan.ts';
import type { WordedStep } from './shortForm.ts';
import type { Wording } from './wording.ts';

/** The places that tell which of several equal steps is meant: the ends of a line, or the point that is found. */
const placesOf = ({ plan }: Wording, deeds: readonly Deed[]): Vec2[] => {
  const point = (name: string): Vec2[] => {
    const at = plan.board.points.get(name);
    return at ? [at] : [];
  };
  const line = deeds.find((d) => d.do === 'draw' || d.do === 'join' || d.do === 'curve');
  if (line?.do === 'draw') return [...point(line.from), ...point(line.to)];
  if (line?.do === 'join') return [...point(line.a), ...point(line.b)];
  if (line?.do === 'curve') {
    const names = line.through;
    // two curves may have both ends in common
    return [0, names.length >> 1, names.length - 1].flatMap((i) => point(names[i] ?? ''));
  }
  for (const d of [...deeds].reverse()) {
    if ('point' in d) return point(d.point);
    if (d.do === 'circle') return [...point(d.centre), ...('through' in d ? point(d.through) : [])];
    if (d.do === 'arc') {
      const c = plan.board.circles.get(d.circle);
      return [...(c ? [c.c] : []), ...point(d.from ?? ''), ...point(d.to ?? '')];
    }
    if ('through' in d && typeof d.through === 'string') return point(d.through);
  }
  return [];
};

/** Whether a place is in a view or beside it, not further than the view is large. */
const isAt = ({ x, y, w, h }: Rect, [px, py]: Vec2): boolean =>
  px >= x - w && px <= x + 2 * w && py >= y - h && py <= y + 2 * h;

/** Where on the paper, counted from the lower left corner of the step's view, or of the sheet for what is drawn elsewhere, as a true shape is. */
const whereWords = (w: Wording, s: WordedStep): string => {
  const places = placesOf(w, s.deeds);
  const own = s.view && viewNamed(w.plan, s.view).box;
  const isInView = own !== undefined && places.every((p) => isAt(own, p));
  const box = isInView ? own : { x: 0, y: 0 };
  const texts = places.map(
    ([x, y]) => `${w.written.paper(x - box.x)} across, ${w.written.paper(y - box.y)} up`,
  );
  if (!texts.length) return '';
  return ` (${texts.join(' to ')} from the lower left corner of the ${isInView ? 'view' : 'sheet'})`;
};

/** Adds words to every step that reads like another. @param words for a step and the how-manieth of its like it is */
export const addedWhereAlike = <T extends { readonly text: string }>(
  steps: readonly T[],
  words: (s: T, nth: number) => string,
): T[] => {
  const times = new Map<string, number>();
  for (const s of steps) times.set(s.text, (times.get(s.text) ?? 0) + 1);
  const met = new Map<string, number>();
  return steps.map((s) => {
    if ((times.get(s.text) ?? 0) < 2) return s;
    const nth = (met.get(s.text) ?? 0) + 1;
    met.set(s.text, nth);
    return { ...s, text: `${s.text}${words(s, nth)}` };
  });
};

/** Where several steps would read alike, each says its place on the paper too; those hardly apart there are counted. */
export const distinguished = (w: Wording, steps: readonly WordedStep[]): WordedStep[] =>
  addedWhereAlike(
    addedWhereAlike(steps, (s) => whereWords(w, s)),
    (_s, nth) => (nth > 1 ? `, number ${nth} in this place` : ''),
  );
