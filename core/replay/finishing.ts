import type { Layer } from '../sheet/ink/ink.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import { type Plan, take } from './plan.ts';

/** What makes a construction a drawing: centre lines, hatching, lettering; and whether the light lines stay. */
export const finish = (p: Plan, rules: SheetSetup['rules']): void => {
  const there = new Set(p.sheet.ink.map((i) => i.layer));
  const step = (tool: string, text: string, why: string, layers: readonly Layer[], clears = false): void => {
    const shows = layers.filter((l) => there.has(l));
    if (shows.length || clears)
      take(p, { view: undefined, stage: 'finishing', tool, text, why, shows, ...(clears && { clears }) }, []);
  };
  step(
    'straight edge',
    'Draw the centre lines: a cross where a feature is a circle, its axis where it is a rectangle, a little past the outline.',
    'Every round feature has its centre; the workshop measures from it.',
    ['centre'],
  );
  step(
    'straight edge',
    'Draw the cutting plane wide at its ends, with arrows in the direction of sight and its letter.',
    'One sees where the cut is and which way one looks.',
    ['trace'],
  );
  step(
    '45-degree set square',
    'Hatch the cut faces, one part in one sense and spacing everywhere.',
    'What the plane goes through is hatched; what stands behind it is not.',
    ['hatch'],
  );
  step(
    'lettering guide',
    'Letter the names of views, of the lines between them and of the points, between guide lines.',
    'A view without a name has to be guessed.',
    ['labels', 'reference', 'numbers', 'mitre', 'trueShape', 'projectors'],
  );
  if (rules.projectors === 'off')
    step(
      'rubber',
      'Rub the light lines out.',
      'The house rules keep no projectors on the finished sheet.',
      [],
      true,
    );
};
