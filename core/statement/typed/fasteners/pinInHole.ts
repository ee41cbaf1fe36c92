import { along, dot } from '../../../geometry/vec.ts';
import { tidyFigure } from '../../../number/tidyFigure.ts';
import type { RelationFile } from '../../../part/placeSchema.ts';
import type { BodyFile, PartFile } from '../../../part/schema.ts';
import { toleranceFor } from '../../../solid/body.ts';
import type { BodyModel } from '../../../solid/partModel.ts';
import { freeName } from '../../freeName.ts';
import { Ask } from '../ask.ts';
import type { Fastened } from '../placing.ts';
import { modelsOf, NEAR } from './fastenerParts.ts';
import type { KeyLine } from './keyLine.ts';
import { boxOf, SAME_SIZE, seatMeant, sideWords, towardSide, withBody } from './seat.ts';
import { faceAt, holeLines, materialBeside, standingOf } from './stack.ts';

/** A dowel, pin or rivet in its hole: on the axis, its end or head flush with the face where the hole begins. */
export const pinInHole = (part: PartFile, line: KeyLine, models: readonly BodyModel[]): Fastened => {
  const lines = holeLines(models);
  const all = lines.flatMap((l) =>
    l.holes.map((hole) => ({ body: hole.body, feature: hole.feature, line: l, hole })),
  );
  const wanted = all.filter(
    (h, i) => all.findIndex((x) => x.body === h.body && x.feature === h.feature) === i,
  );
  const { line: run, hole } = seatMeant(wanted, line.into, 'hole');
  const name = freeName(
    line.name,
    part.bodies.map((b) => b.name),
  );
  const bare: BodyFile = { name, standard: line.standard, features: [] };
  const assumed: string[] = [];
  const [, across] = boxOf(part, bare);
  const isRivet = line.standard.kind === 'rivet';
  if (!isRivet && across > 2 * hole.radius * (1 + SAME_SIZE))
    throw new Ask(
      `The hole is ${tidyFigure(2 * hole.radius)} across, less than ${tidyFigure(across)}. Which diameter is it?`,
      [],
    );
  const toward = towardSide(run.axis, line.end, hole.feature);
  if (line.end === undefined) assumed.push(`${isRivet ? 'head' : 'end'} ${sideWords(toward)}`);
  const own = models.filter((m) => run.holes.some((h) => h.body === m.name));
  const stretches = materialBeside(standingOf(own), run.point, run.axis, hole.radius);
  const sense = Math.sign(dot(toward, run.axis));
  const outer = stretches.reduce<(typeof stretches)[number] | undefined>(
    (a, b) => (!a || Math.max(b.from * sense, b.to * sense) > Math.max(a.from * sense, a.to * sense) ? b : a),
    undefined,
  );
  const feature = isRivet ? 'shank' : 'pin';
  const place: RelationFile[] = [
    {
      axis: `${feature}/side`,
      on: `${hole.body}.${hole.face}`,
      sense: dot(hole.z, toward) > 0 ? 'same' : 'opposite',
    },
  ];
  const at = outer && along(run.point, toward, Math.max(outer.from * sense, outer.to * sense));
  const face = outer && at && faceAt(outer.body, at, toward, toleranceFor(own).linear * NEAR);
  if (face && outer)
    place.push(
      isRivet
        ? { face: 'head/bottom', against: `${outer.body.name}.${face}` }
        : { face: 'pin/top', along: `${outer.body.name}.${face}` },
    );
  else assumed.push('it is flush with no flat face, so it may still slide');
  const next = withBody(part, { ...bare, place });
  modelsOf(next);
  return { part: next, added: [name], assumed };
};
