import type { Layer } from '../sheet/ink/ink.ts';
import type { SheetSetup } from '../sheet/setup.ts';
import { type Plan, take } from './plan.ts';
import type { PlannedStep } from './step.ts';

type Finishing = 'centreLines' | 'cuttingPlanes' | 'hatching' | 'lettering';

/** What makes a construction a drawing, with its tool and the layers of the sheet it draws. */
const FINISHING: readonly (readonly [Finishing, PlannedStep['tool'], readonly Layer[]])[] = [
  ['centreLines', 'straight edge', ['centre']],
  ['cuttingPlanes', 'straight edge', ['trace']],
  ['hatching', '45-degree set square', ['hatch']],
  ['lettering', 'lettering guide', ['labels', 'reference', 'numbers', 'mitre', 'trueShape', 'projectors']],
];

/** What makes a construction a drawing: centre lines, hatching, lettering; and whether the light lines stay. */
export const finish = (p: Plan, rules: SheetSetup['rules']): void => {
  const there = new Set(p.sheet.ink.map((i) => i.layer));
  for (const [kind, tool, layers] of FINISHING) {
    const shows = layers.filter((l) => there.has(l));
    if (shows.length)
      take(p, { view: undefined, stage: 'finishing', tool, instruction: { kind }, shows }, []);
  }
  if (rules.projectors === 'off')
    take(
      p,
      {
        view: undefined,
        stage: 'finishing',
        tool: 'rubber',
        instruction: { kind: 'rubOut' },
        shows: [],
        clears: true,
      },
      [],
    );
};
