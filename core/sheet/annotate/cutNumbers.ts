import { distance2, type Vec2 } from '../../geometry/vec.ts';
import type { CutPoint } from '../../section/cutPoints.ts';
import type { Section } from '../../section/section.ts';
import { letters, type TextInk } from '../ink/ink.ts';

/**
 * Numbers at cut points, set off from the middle of their own loop; points that fall together share a place, in the order of
 * their numbers.
 */
export const cutNumbers = (section: Section, place: (p: CutPoint) => Vec2 | undefined): TextInk[] => {
  const groups: { labels: string[]; at: Vec2; middle: Vec2 }[] = [];
  for (const { cutPoints } of section.bodies) {
    for (const loop of new Set(cutPoints.map((p) => p.loop))) {
      const points = cutPoints
        .filter((p) => p.loop === loop)
        .flatMap((p) => {
          const at = place(p);
          return at ? [{ label: p.label, at }] : [];
        });
      const middle = [0, 1].map(
        (i) => points.reduce((sum, p) => sum + (p.at[i] as number), 0) / points.length,
      );
      for (const p of points) {
        const same = groups.find((g) => distance2(g.at, p.at) < 0.3);
        if (same) same.labels.push(p.label);
        else groups.push({ labels: [p.label], at: p.at, middle: [middle[0] as number, middle[1] as number] });
      }
    }
  }
  return groups.map(({ labels, at, middle }) => {
    const d = Math.max(1e-6, distance2(at, middle));
    const out: Vec2 = [
      at[0] + ((at[0] - middle[0]) / d) * 2.8,
      at[1] + ((at[1] - middle[1]) / d) * 2.8 - 0.8,
    ];
    return { ...letters('numbers', labels.join(','), out, 1.8), names: at };
  });
};
