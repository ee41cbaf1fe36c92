import { boxCentre } from '../geometry/box.ts';
import type { Freedom } from '../geometry/freedom.ts';
import type { BuiltPart } from '../solid/build.ts';
import type { Finding } from './finding.ts';

/** What a body may still do, in words; undefined where it stands fast. */
export const freedomWords = ({ turn, slides }: Freedom): string | undefined => {
  const turns = turn === 'any' ? 'turn any way' : turn === 'none' ? undefined : 'turn about its axis';
  const slide =
    slides === 0
      ? undefined
      : slides === 1
        ? 'slide along one direction'
        : slides === 2
          ? 'slide in a plane'
          : 'be moved anywhere';
  const both = [turns, slide].filter(Boolean).join(' and ');
  return both ? `It may still ${both}.` : undefined;
};

/** Bodies that their relations leave free, as notes: how they stand then was chosen, by moving them as little as can be. */
export const freedomsOf = (part: BuiltPart): Finding[] =>
  part.bodies.flatMap(({ solid }): Finding[] => {
    const { freedom } = solid.model;
    const what = freedom && freedomWords(freedom);
    if (!what) return [];
    return [
      {
        kind: 'free',
        severity: 'note',
        where: solid.name,
        at: boxCentre(solid.box),
        what,
        remedy: 'Add a relation where it matters how it stands.',
      },
    ];
  });
