import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { findingsOf } from '../../../core/finding/findings.ts';
import { isOfFeature } from '../../../core/ledger/numbering.ts';
import {
  copyOfFace,
  faceKey,
  facesOfMeeting,
  featureOfFace,
  featureWords,
  meetingKey,
  nameTrouble,
  readFaceKey,
} from '../../../core/naming/keys.ts';
import { partModel, readPartFile } from '../../../core/part/model.ts';
import { faceWords } from '../../../core/reading/words.ts';
import { buildPart } from '../../../core/solid/build.ts';

const role = fc.constantFrom('top', 'side 3', 'counterbore wall');
const copy = fc.constantFrom('', '@2', '@mirror', '@12@mirror');
const name = fc.string({ minLength: 1 }).filter((n) => nameTrouble(n) === undefined);

describe('keys', () => {
  test('are read back as they were made, whatever a feature is called', () => {
    fc.assert(
      fc.property(name, role, copy, (feature, r, c) => {
        expect(readFaceKey(faceKey(feature, r, c))).toEqual({ feature, role: r, copy: c });
      }),
      {
        examples: [
          ['base/left', 'top', '@2'],
          ['a@b', 'top', ''],
          ['x/', 'top', '@mirror'],
        ],
      },
    );
  });
  test('of edges hold the keys of their faces', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(name, role, copy), { minLength: 1, maxLength: 4 }), (faces) => {
        const keys = faces.map((f) => faceKey(...f));
        expect(facesOfMeeting(meetingKey(keys))).toEqual(keys);
      }),
    );
  });
  test('in words', () => {
    expect(featureOfFace('base/left/top@2')).toBe('base/left');
    expect(copyOfFace('base/left/top@2')).toBe('base/left@2');
    expect(featureWords('base/left/top@2@mirror')).toBe('base/left 2 mirror');
    expect(faceWords('base/left/top@2')).toBe('the top of base/left 2');
    // a feature is not taken for one whose name begins alike
    expect(isOfFeature('base/left/top', 'base')).toBe(false);
    expect(isOfFeature('base/left/top@3', 'base/left')).toBe(true);
  });
});

const plate = (id: string) => ({
  format: 'blue-ledger/part@1',
  name: 'p',
  units: 'mm',
  bodies: [
    {
      name: 'plate',
      features: [
        { id: 'base', op: 'add', shape: { kind: 'block', width: 40, depth: 20, height: 5 } },
        { id, op: 'cut', at: [100, 0, 5], shape: { kind: 'hole', diameter: 4, depth: 2 } },
      ],
    },
  ],
});

test('a finding about a feature with a slash in its name names that feature', () => {
  const read = readPartFile(plate('base/left'));
  const model = read.ok ? partModel(read.value) : read;
  const built = model.ok ? buildPart(model.value) : model;
  if (!built.ok) throw new Error('plate');
  expect(findingsOf(built.value, []).map((f) => f.where)).toContain('plate/base/left');
});

test('a name that would break keys is refused at its place', () => {
  const read = readPartFile(plate('a | b'));
  expect(read.ok ? '' : `${read.faults[0]?.where}: ${read.faults[0]?.what}`).toMatch(
    /feature "a \| b", id: This needs a name without " \| "/,
  );
});
