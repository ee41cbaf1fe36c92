import { expect, test } from '@jest/globals';
import { facesOfBody } from '../../../core/faces/facesOfBody.ts';
import { sentence } from '../../../core/number/fault.ts';
import { partModel, readPartFile } from '../../../core/part/model.ts';
import { partOfSolids } from '../../../core/part/solidPart.ts';
import { readStatement } from '../../../core/statement/read.ts';
import { statementText } from '../../../core/statement/sentence.ts';
import { readStep } from '../../../formats/step/readStep.ts';
import { writeStep } from '../../../formats/step/writeStep.ts';
import { builtPart, measured, partOf } from '../../builtSample.ts';

const inches = builtPart(
  partOf(
    [
      { id: 'a', op: 'add', shape: { kind: 'block', width: 2, depth: 1, height: 0.5 } },
      { id: 'b', op: 'add', at: [5, 0, 0], shape: { kind: 'cylinder', diameter: 1, height: 1 } },
    ],
    'in',
  ),
);
const held = readStep(
  writeStep(
    {
      name: 'sample',
      units: 'in',
      size: inches.tol.size,
      bodies: inches.bodies.map((b) => ({
        name: b.solid.name,
        faces: facesOfBody(b.solid, b.edges, { parted: [] }),
      })),
    },
    '',
  ),
);
if (!held.ok) throw new Error('not read');
const part = partOfSolids('two, "odd": names.step', held.value);

test('its statement is written and read back the same, whatever the file is called', () => {
  const text = statementText(part);
  expect(text).toContain('add a solid, from the file two_ _odd_ names.step');
  const read = readStatement(text);
  expect(read.ok ? read.value.bodies : read.faults).toEqual(part.bodies);
});

test('the part with its solids is a part file, and reads as such', () => {
  const written: unknown = JSON.parse(JSON.stringify(part));
  const read = readPartFile(written);
  expect(read.ok ? read.value : read.faults).toEqual(written);
});

test('figures are those of the unit of the part', () => {
  const volume = measured(inches).volume;
  expect(measured(builtPart(part)).volume).toBeCloseTo(volume, 12);
  expect(measured(builtPart({ ...part, units: 'mm' })).volume).toBeCloseTo(volume * 25.4 ** 3, 6);
});

test('a file or solid that is not there is named, with what there is', () => {
  const refusal = (shape: object): string => {
    const [body] = part.bodies;
    const model = partModel({
      ...part,
      bodies: [{ ...body, features: [{ id: 'x', op: 'add', shape: { kind: 'solid', ...shape } }] }],
    } as typeof part);
    return model.ok ? 'read' : sentence(model.faults[0] as Parameters<typeof sentence>[0]);
  };
  const [file] = Object.keys(part.solids ?? {});
  expect(refusal({ file: 'other.step' })).toBe(
    'body "body", feature "x", shape.file: The file "other.step" is not with the part. Put it beside the part file, or open it in the drawing.',
  );
  expect(refusal({ file })).toContain('holds several solids. Say which under "solid": body, body 2.');
  expect(refusal({ file, solid: 'lid' })).toContain('holds no solid named "lid". It holds: body, body 2.');
});
