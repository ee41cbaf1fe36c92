import type { Section } from '../../section/section.ts';
import type { CuttingPlane } from '../../section/trace.ts';
import type { SheetSetup } from '../setup.ts';

/** Cuts that act together: lists of names, no name in two of them. */
export type CutGroups = readonly (readonly string[])[];

/** Whether a cut can act together with others: a removed, revolved or broken-out section is always of its own cut alone. */
export const canActTogether = ({ shapes }: Pick<SheetSetup, 'shapes'>, cut: string): boolean =>
  shapes?.[cut]?.as === undefined;

/** The other cuts with which a cut acts together, of those that are on. */
export const actingWith = <C extends Pick<CuttingPlane, 'name'>>(
  name: string,
  planes: readonly C[],
  setup: Pick<SheetSetup, 'together' | 'shapes'>,
): C[] => {
  const group = setup.together?.find((names) => names.includes(name));
  if (!group || !canActTogether(setup, name)) return [];
  return planes.filter((p) => p.name !== name && group.includes(p.name) && canActTogether(setup, p.name));
};

/** The groups with two cuts put together, and with them all that they act together with; or with the second taken out of its group. */
export const cutsJoined = (groups: CutGroups, first: string, second: string, on: boolean): string[][] => {
  if (!on) return groups.map((g) => g.filter((name) => name !== second)).filter((g) => g.length > 1);
  const isOwn = (g: readonly string[]): boolean => g.includes(first) || g.includes(second);
  return [
    ...groups.filter((g) => !isOwn(g)).map((g) => [...g]),
    [...new Set([...groups.filter(isOwn).flat(), first, second])].sort(),
  ];
};

/** A section with those that act together with it, itself first. */
export const sectionsTogether = (s: Section, sections: readonly Section[]): readonly Section[] => [
  s,
  ...sections.filter((x) => s.actsWith.includes(x.plane.name)),
];
