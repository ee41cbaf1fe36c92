import { describe, expect, test } from '@jest/globals';
import { balance } from '../../../core/balance/balance.ts';
import type { GivenLine } from '../../../core/balance/given.ts';
import { agree } from '../../../core/balance/joined.ts';
import { campaign } from '../../campaign.ts';
import { type Damage, dice, MAKERS, type Sheets, sameDrawing, type Tagged } from './damage.ts';
import { type Given, givens, viewsOf } from './drawnGivens.ts';

const WHOLE = ['turned by 90 degrees', 'upside down', 'mirrored'];

describe('views brought from outside are balanced against the part', () => {
  test.each(givens)(
    '$name: what the engine draws raises nothing, in any place and scale',
    ({ books, sheets }) => {
      expect(balance(viewsOf(sheets), books).found).toEqual([]);
      const moved: Sheets = new Map(
        [...sheets].map(([n, l]) => [
          n,
          l.map((t) => {
            const map = (p: readonly [number, number]): [number, number] => [
              p[0] * 0.37 + 500,
              p[1] * 0.37 - 80,
            ];
            const x = t.line;
            return {
              ...t,
              line:
                x.kind === 'straight'
                  ? { ...x, a: map(x.a), b: map(x.b) }
                  : x.kind === 'round'
                    ? { ...x, centre: map(x.centre), radius: x.radius * 0.37, a: map(x.a), b: map(x.b) }
                    : { ...x, points: x.points.map(map) },
            };
          }),
        ]),
      );
      expect(balance(viewsOf(moved), books).found).toEqual([]);
    },
  );

  const COPIES = campaign(400, 120);
  test('of damaged copies at least 95 in 100 are told right, singly and in pairs, the likeliest first', () => {
    const kinds = Object.keys(MAKERS);
    const wrong: string[] = [];
    let told = 0;
    let copies = 0;
    for (let n = 0; copies < COPIES && n < 4000; n++) {
      const roll = dice(7919 + 104729 * n);
      const g = givens[roll(givens.length)] as Given;
      const sheets: Sheets = new Map([...g.sheets].map(([k, l]) => [k, [...l]]));
      const made: Damage[] = [];
      const pair = n % 3 === 2;
      for (let i = 0; i < (pair ? 2 : 1); i++) {
        const kind = kinds[i === 0 ? n % kinds.length : roll(kinds.length)] as string;
        const d = MAKERS[kind]?.(
          sheets,
          roll,
          made.map((m) => m.view),
        );
        if (d) made.push(d);
      }
      if (made.length < (pair ? 2 : 1)) continue;
      const was = (d: Damage): Tagged[] => g.sheets.get(d.view) as Tagged[];
      const is = (d: Damage): Tagged[] => sheets.get(d.view) as Tagged[];
      // a symmetric view turned over is the same view: no mistake was made
      if (made.some((d) => WHOLE.includes(d.kind) && sameDrawing(was(d), is(d)))) continue;
      // of two ways to the same drawing either may be named
      for (const d of made)
        if (WHOLE.includes(d.kind))
          d.also = WHOLE.filter((other) => {
            const copy: Sheets = new Map([[d.view, [...was(d)]]]);
            MAKERS[other]?.(copy, dice(1), []);
            return sameDrawing(copy.get(d.view) as Tagged[], is(d));
          });
      copies++;
      const { found } = balance(viewsOf(sheets), g.books);
      const right = made.every((d) => {
        const own = found.filter((f) => f.view === d.view);
        // of one view the likeliest is told first
        return own[0] !== undefined && [d.kind, ...(d.also ?? [])].includes(own[0].kind);
      });
      if (right) told++;
      else
        wrong.push(
          `${g.name}: ${made.map((d) => `${d.kind} in ${d.view}`).join(' + ')} told as ${
            found
              .slice(0, 3)
              .map((f) => `${f.kind} in ${f.view}`)
              .join(', ') || 'nothing'
          }`,
        );
    }
    console.log(`${told} of ${copies} told right\n${wrong.slice(0, 60).join('\n')}`);
    expect(copies).toBe(COPIES);
    expect(told / copies).toBeGreaterThanOrEqual(0.95);
  });
});

describe('arcs', () => {
  /** An arc about (0, 0), or a hair flatter through the same ends and middle. @param to degrees */
  const arc = (to: number, more: number): GivenLine & { kind: 'round' } => {
    const half = (to * Math.PI) / 360;
    const radius = 20;
    const at = (q: number): [number, number] => [radius * Math.cos(q), radius * Math.sin(q)];
    // the middle is moved by `more`; centre and radius follow from the three points
    const chord = 2 * radius * Math.sin(half);
    const rise = radius - radius * Math.cos(half) - more;
    const own = (chord * chord) / (8 * rise) + rise / 2;
    const centre: [number, number] = [
      (radius - more - own) * Math.cos(half),
      (radius - more - own) * Math.sin(half),
    ];
    return { seen: true, kind: 'round', centre, radius: own, a: at(0), b: at(2 * half) };
  };
  test('a short one agrees though its centre cannot be told; a long one must have its own centre', () => {
    const tol = 0.01;
    const short = arc(0.5, 0);
    const flatter = arc(0.5, 5e-5);
    expect(Math.abs(short.radius - flatter.radius)).toBeGreaterThan(100 * tol);
    expect(agree(short, flatter, tol)).toBe(true);
    expect(agree(arc(90, 0), arc(90, 0.5), tol)).toBe(false);
    expect(agree(short, { ...short, b: [20, 1] }, tol)).toBe(false);
  });
});
