import { pointOn2 } from '../../geometry/curve2.ts';
import type { Vec2 } from '../../geometry/vec.ts';
import type { ViewFrame } from '../../geometry/viewFrames.ts';
import type { Tolerance } from '../../solid/body.ts';
import { CUT_FACE, firstMetIn } from '../../view/firstMet.ts';
import { faceLooks, type Looks } from '../../view/looks.ts';
import type { SceneBody } from '../../view/scene.ts';
import { type ViewLine, viewOf } from '../../view/view.ts';

/** The areas of a view in which faces that look one way are seen, as closed polygons in the view's plane. */
export type TintedAreas = ReadonlyMap<Looks, readonly (readonly Vec2[])[]>;

/** A curve is taken as so many chords. */
const CHORDS = 32;
/** Places whose levels differ by less are on one level, as a share of the part's size. */
const SAME = 1e-9;

type Chord = { readonly low: Vec2; readonly high: Vec2 };

const chordsOf = ({ curve, from, to }: ViewLine): Chord[] => {
  const n = curve.type === 'line' ? 1 : CHORDS;
  const at = (i: number): Vec2 => pointOn2(curve, from + ((to - from) * i) / n);
  return Array.from({ length: n }, (_, i): Chord => {
    const [a, b] = [at(i), at(i + 1)];
    return a[1] <= b[1] ? { low: a, high: b } : { low: b, high: a };
  });
};

/** Where a chord is at a level that it reaches. */
const across = ({ low, high }: Chord, v: number): number =>
  low[0] + ((high[0] - low[0]) * (v - low[1])) / (high[1] - low[1]);

/** An area that grows upwards, by its left and its right side. */
type Growing = { readonly looks: Looks; readonly left: Vec2[]; readonly right: Vec2[] };

/** A point more on a side; one on the way that the side takes already moves its end. */
const grow = (side: Vec2[], to: Vec2, tol: number): void => {
  const [a, b] = [side.at(-2), side.at(-1)];
  if (a && b) {
    const off = (b[0] - a[0]) * (to[1] - a[1]) - (b[1] - a[1]) * (to[0] - a[0]);
    if (Math.abs(off) <= tol * Math.abs(to[1] - a[1])) side.pop();
  }
  side.push(to);
};

/**
 * Finds what is seen where in a view. Between two levels at which lines end, lines that are seen run beside one another without
 * meeting, and between two of them one face is seen: so each such trapezium is asked about once (a sweep over levels, as in Shamos
 * and Hoey 1976).
 * @param frame of the view
 */
export const tintedAreas = (scene: readonly SceneBody[], frame: ViewFrame, tol: Tolerance): TintedAreas => {
  const same = SAME * tol.size;
  const chords = viewOf(scene, frame, tol, true)
    .lines.filter((l) => l.class === 'visible')
    .flatMap(chordsOf)
    .filter(({ low, high }) => high[1] - low[1] > same);
  const levels = chords
    .flatMap(({ low, high }) => [low[1], high[1]])
    .sort((a, b) => a - b)
    .filter((v, i, all) => i === 0 || v - (all[i - 1] as number) > same);
  const rising = [...chords].sort((a, b) => a.low[1] - b.low[1]);
  const meet = firstMetIn(scene, frame, tol);
  const out = new Map<Looks, Vec2[][]>();
  const close = ({ looks, left, right }: Growing): void => {
    const areas = out.get(looks) ?? [];
    areas.push([...left, ...right.reverse()]);
    out.set(looks, areas);
  };
  let growing: Growing[] = [];
  let active: Chord[] = [];
  let next = 0;
  for (const [k, low] of levels.entries()) {
    const high = levels[k + 1];
    if (high === undefined) break;
    while (rising[next] && (rising[next] as Chord).low[1] <= low + same) active.push(rising[next++] as Chord);
    active = active.filter((c) => c.high[1] > low + same);
    const middle = (low + high) / 2;
    const sides = active
      .map((chord) => ({ chord, u: across(chord, middle) }))
      .sort((a, b) => a.u - b.u)
      .filter((s, i, all) => i === 0 || s.u - (all[i - 1] as { u: number }).u > same);
    const grown: Growing[] = [];
    for (const [i, l] of sides.entries()) {
      const r = sides[i + 1];
      const met = r && meet((l.u + r.u) / 2, middle);
      // what a cut has laid open is hatched instead
      if (!r || !met || met.face === CUT_FACE) continue;
      const looks = faceLooks(scene, met);
      const [l0, r0, l1, r1] = [
        across(l.chord, low),
        across(r.chord, low),
        across(l.chord, high),
        across(r.chord, high),
      ];
      const below = growing.find((g) => {
        const ends = [g.left.at(-1), g.right.at(-1)] as [Vec2, Vec2];
        return g.looks === looks && Math.abs(ends[0][0] - l0) <= same && Math.abs(ends[1][0] - r0) <= same;
      });
      growing = growing.filter((g) => g !== below);
      const area = below ?? { looks, left: [[l0, low] as Vec2], right: [[r0, low] as Vec2] };
      grow(area.left, [l1, high], same);
      grow(area.right, [r1, high], same);
      grown.push(area);
    }
    for (const done of growing) close(done);
    growing = grown;
  }
  for (const done of growing) close(done);
  return out;
};
