import { pointOn } from '../geometry/curve3.ts';
import { featureKey, featureOfFace } from '../naming/keys.ts';
import type { BuiltPart } from '../solid/build.ts';
import { type Finding, said } from './finding.ts';

/** Edges in which a body hangs together by nothing but a line. */
export const withoutThickness = (part: BuiltPart): Finding[] =>
  part.bodies.flatMap(({ solid, edges }) =>
    edges
      .filter((e) => e.kind === 'nonmanifold')
      .map((e): Finding => {
        const at = pointOn(e.curve, (e.from + e.to) / 2);
        const features = [...new Set(e.on.map(featureOfFace))];
        return {
          kind: 'no thickness',
          severity: 'fault',
          where: featureKey(solid.name, features[0] ?? ''),
          at,
          what: `The material meets in a line only, about ${said(at)}.`,
          remedy: 'Let the shapes overlap there, or keep them apart.',
        };
      }),
  );
