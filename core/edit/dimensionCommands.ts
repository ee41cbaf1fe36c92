import type { Bases } from '../dimension/bases.ts';
import {
  freeDimension,
  type KeptDimension,
  sameTied,
  setApart,
  type Tied,
  withAlike,
} from '../dimension/kept.ts';
import type { Scheme } from '../dimension/propose.ts';
import type { Drawing } from '../drawing/drawing.ts';
import { Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import type { DimensionCommand, Edited } from './command.ts';
import { gone, withChange } from './place.ts';

const withList = (d: Drawing, list: readonly KeptDimension[], scheme?: Scheme, bases?: Bases): Drawing => {
  const { dimensions, ...others } = d;
  const next = scheme ?? dimensions?.scheme ?? 'base';
  const chosen = Object.entries(bases ?? dimensions?.bases ?? {}).filter(([, key]) => key !== undefined);
  const isUsual = !list.length && next === 'base' && !chosen.length;
  return isUsual
    ? others
    : {
        ...d,
        dimensions: {
          scheme: next,
          ...(chosen.length && { bases: Object.fromEntries(chosen) }),
          list: [...list],
        },
      };
};

/**
 * Changes the dimensions of a drawing.
 * @throws Refusal where a dimension is gone, or one of the same places stands already
 */
export const applyDimensionCommand = (d: Drawing, c: DimensionCommand): Edited => {
  const list = d.dimensions?.list ?? [];
  const own = (id: string): KeptDimension => list.find((k) => k.id === id) ?? gone('The dimension');
  const isThere = (tied: Tied, but?: string): boolean =>
    list.some((k) => k.id !== but && !k.reference && sameTied(k.tied, tied));
  switch (c.type) {
    case 'setDimensions':
      return {
        drawing: { ...withList(d, c.list, c.scheme, c.bases), setup: { ...d.setup, ...c.distances } },
        label: c.label,
      };
    case 'addDimension': {
      if (isThere(c.tied))
        throw new Refusal({ path: ['dimensions'], where: c.words, ...says('dimension.twice') });
      const made: KeptDimension = { id: freeDimension(list), tied: c.tied };
      return { drawing: withList(d, [...list, made]), label: `Dimension ${c.words}` };
    }
    case 'changeDimension': {
      own(c.id);
      const change = c.change as Partial<KeptDimension>;
      const next = list.map((k) => (k.id === c.id ? withChange(k, change) : k));
      return { drawing: withList(d, next), label: c.label };
    }
    case 'joinDimension': {
      const joining = own(c.id);
      const to = own(c.to);
      const noted: KeptDimension =
        c.as === 'alike'
          ? withAlike(to, joining)
          : {
              ...to,
              joined: [...(to.joined ?? []), joining.tied],
              ...(c.as === 'square' && { square: true }),
            };
      const next = list.flatMap((k) => (k === joining ? [] : [k === to ? noted : k]));
      return { drawing: withList(d, next), label: `${c.words}: in one note` };
    }
    case 'partDimension': {
      const whole = own(c.id);
      const [rest, ...apart] = setApart(list, whole);
      const next = list.map((k) => (k === whole ? (rest as KeptDimension) : k));
      return { drawing: withList(d, [...next, ...apart]), label: `${c.words}: sizes apart` };
    }
    case 'removeDimension':
      own(c.id);
      return {
        drawing: withList(
          d,
          list.filter((k) => k.id !== c.id),
        ),
        label: `Dimension taken out: ${c.words}`,
      };
  }
};
