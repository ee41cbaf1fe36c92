import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Amount, amountOf, convertLength, evaluateExpression } from '../../../core/number/expression.ts';
import { says } from '../../../core/number/faultWords.ts';
import { decimal, inchFraction } from '../../../core/number/format.ts';

const sizes: Record<string, number> = { L: 90, t: 10, height: 58 };
const lookup = (name: string) =>
  name in sizes
    ? amountOf(sizes[name] as number)
    : { position: 0, ...says('name.unknown', { name, known: '' }) };
const value = (text: string): number => {
  const r = evaluateExpression(text, lookup);
  if (!r.ok) throw new Error(r.fault.what);
  return r.amount.value;
};
const fault = (text: string) => {
  const r = evaluateExpression(text, lookup);
  if (r.ok) throw new Error(`${text} was taken as ${r.amount.value}`);
  return r.fault;
};

describe('expressions', () => {
  test.each([
    ['2 3/16', 2.1875],
    ['13/16', 0.8125],
    ['2 * 2 3/16', 4.375],
    ['-2 3/16', -2.1875],
    ['L - 2*t', 70],
    ['(L + t) / 4', 25],
    ['sqrt(2)*sqrt(2)', 2],
    ['sqrt(6.25)', 2.5],
    ['sin(30)', 0.5],
    ['cos(60)*2', 1],
    ['tan(45)', 1],
    ['2*pi', 2 * Math.PI],
    ['.5 + 1.', 1.5],
    ['- - 3', 3],
    ['1/3 + 1/3 + 1/3', 1],
  ])('%s is %d', (text, wanted) => {
    expect(value(text)).toBeCloseTo(wanted, 13);
  });

  test('a unit suffix applies to the whole string and converts exactly', () => {
    const r = evaluateExpression('4 1/8 in', lookup);
    expect(r.ok && r.unit).toBe('in');
    expect(r.ok && convertLength(r.amount, 'in', 'mm').value).toBe(104.775);
    expect(r.ok && convertLength(convertLength(r.amount, 'in', 'mm'), 'mm', 'in').exact?.toFraction()).toBe(
      '33/8',
    );
    const mm = evaluateExpression('12 mm', lookup);
    expect(mm.ok && inchFraction(convertLength(mm.amount, 'mm', 'in'))).toBeUndefined();
  });

  test.each([
    ['1/0', 2, 'zero'],
    ['3 1/0', 4, 'zero'],
    ['L +', 3, 'breaks off'],
    ['2 3', 2, 'could not be read'],
    ['(L', 2, 'not closed'],
    ['width * 2', 0, 'not known'],
    ['3 $ 4', 2, 'cannot be read'],
    ['sqrt(0 - 4)', 0, 'does not exist'],
    ['sqrt 4', 4, 'brackets'],
    ['tan(90)', 0, 'no end'],
    ['* 3', 0, 'cannot stand here'],
    ['', 0, 'Nothing is given'],
  ])('%p is refused at %d', (text, position, what) => {
    const f = fault(text);
    expect(f.what).toContain(what);
    expect(f.remedy.length).toBeGreaterThan(4);
    expect([position, text === '1/0' ? 1 : position]).toContain(f.position);
  });

  test('sums and products of fractions stay exact', () => {
    const small = fc.integer({ min: -400, max: 400 });
    const over = fc.integer({ min: 1, max: 64 });
    fc.assert(
      fc.property(small, over, small, over, (a, b, c, d) => {
        const r = evaluateExpression(`(${a})/${b} * 2 + (${c})/${d}`, lookup);
        // in whole numbers: (2 a d + c b) / (b d)
        return r.ok && r.amount.exact?.mul(b * d).valueOf() === 2 * a * d + c * b;
      }),
    );
  });

  test('figures are written without idle zeros, inches as fractions of a rule', () => {
    expect(decimal(-0.00001)).toBe('0');
    expect(decimal(12.5, 3)).toBe('12.5');
    expect(decimal(100, 0)).toBe('100');
    expect(inchFraction(amountOf(2.1875))).toBe('2 3/16');
    expect(inchFraction(amountOf(0.3))).toBeUndefined();
  });
});

describe('roots', () => {
  const none = () => ({ position: 0, ...says('name.unknown', { name: '', known: '' }) });
  const root = (text: string) => {
    const r = evaluateExpression(text, none);
    return r.ok ? r.amount : undefined;
  };
  test.each([
    ['sqrt(9/16)', '3/4'],
    ['sqrt(2.25)', '3/2'],
    ['sqrt(0)', '0'],
    ['sqrt(15241578750190521)', '123456789'],
  ])('%s is exact', (text, exact) => {
    expect(root(text)?.exact?.toFraction()).toBe(exact);
  });
  test.each([
    ['sqrt(2)', Math.SQRT2],
    ['sqrt(35.35533905932738*61.23724356957945)', Math.sqrt(35.35533905932738 * 61.23724356957945)],
    ['sqrt(999999937*999999929)', Math.sqrt(999999937 * 999999929)],
  ])('%s is worked out at once', (text, value) => {
    const start = performance.now();
    const amount = root(text);
    expect(performance.now() - start).toBeLessThan(50);
    expect(amount?.exact).toBeUndefined();
    expect(amount?.value).toBeCloseTo(value, 6);
  });
  test('sizes squared over and over stay within bounds of work', () => {
    const dims: Record<string, Amount> = { a0: amountOf(1.0000001) };
    const start = performance.now();
    for (let i = 1; i < 60; i++) {
      const r = evaluateExpression(`a${i - 1}*a${i - 1}/1.0000001`, (name) => dims[name] ?? none());
      if (r.ok) dims[`a${i}`] = r.amount;
    }
    expect(performance.now() - start).toBeLessThan(500);
  });
});
