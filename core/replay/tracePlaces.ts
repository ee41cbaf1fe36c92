import type { Vec3 } from '../geometry/vec.ts';
import { isPrincipal } from '../section/section.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import type { SizeChain } from '../station/sizeChain.ts';
import type { Chains, StatedPlace } from '../station/statedPlaces.ts';

/** A trace stands in the frame of the part alone. */
const NOWHERE: Vec3 = [Number.NaN, Number.NaN, Number.NaN];
const UNSTATED: Chains = [undefined, undefined, undefined];

/** What the trace of a cut is called among the features. */
const traceName = (cut: string): string => `the trace of cut ${cut}`;

/** The points that state the traces of a sheet's cuts; the coordinate that a trace's view does not show is none. */
export const tracePlaces = (sheet: Sheet): StatedPlace[] =>
  sheet.sections.filter(isPrincipal).flatMap(({ plane }) => {
    const { u, v } = plane.frame;
    return plane.legs.flatMap((leg, i) =>
      [leg.start, ...(leg.end ? [leg.end] : [])].map((at, end): StatedPlace => {
        const figure = (k: 0 | 1 | 2): { worth: number; chain: SizeChain } | undefined => {
          const across = Math.abs(u[k]) > 0.5 ? 0 : Math.abs(v[k]) > 0.5 ? 1 : undefined;
          if (across === undefined) return undefined;
          const sign = (across === 0 ? u : v)[k];
          const path = ['cuts', plane.name, i, end, across];
          const worth = at[across];
          return { worth: worth * sign, chain: [{ path, q: worth, worth, times: sign }] };
        };
        const figures = ([0, 1, 2] as const).map(figure);
        const chains = figures.map((f) => f?.chain) as unknown as Chains;
        return {
          body: '',
          feature: traceName(plane.name),
          copy: '',
          kind: 'point',
          faces: [],
          looks: [{ face: '', flat: true, n: leg.kept.n, local: leg.kept.n, inBody: leg.kept.n }],
          at: figures.map((f) => f?.worth ?? 0) as unknown as Vec3,
          local: NOWHERE,
          inBody: NOWHERE,
          radius: undefined,
          chains: () => chains,
          localChains: () => UNSTATED,
          bodyChains: () => UNSTATED,
          radiusChain: () => undefined,
        };
      }),
    );
  });
