import { Ask } from './ask.ts';
import { type Drafts, need } from './draft.ts';
import type { RoundShape, TypedContext } from './placing.ts';
import { feetOf, footOf, isCountedOn, roundMeant, turnedAbout } from './roundShapes.ts';
import type { Said } from './said.ts';
import { half, joined } from './writtenLength.ts';

/** Of the shapes between which a fillet is, the rod that stands on the other one. */
const rodBetween = (s: Said, c: TypedContext): RoundShape | undefined => {
  const named = s.shapesNamed();
  if (named.length < 2) return undefined;
  const rods = (c.rounds ?? []).filter((r) => named.includes(r.name) && feetOf(r, c).length > 0);
  const [first] = rods;
  if (!first) throw new Ask(`Neither "${named[0]}" nor "${named[1]}" is a rod that stands on the other.`, []);
  // of two rods in line the thinner one
  return rods.reduce((a, b) =>
    (c.worth(String(b.diameter)) ?? 0) < (c.worth(String(a.diameter)) ?? 0) ? b : a,
  );
};

/** A fillet in the corner between a rod and what it stands on: it adds material. */
export const footFillet = (s: Said, c: TypedContext): Drafts => {
  s.has('foot');
  const r =
    rodBetween(s, c) ??
    roundMeant(s, c, 'At the foot of what is the fillet?', isCountedOn(s, c), {
      because: 'Nothing round stands on something wider.',
      offers: [],
    });
  const { end, reach } = footOf(r, s, c, 'fillet');
  const size = need(s.plainly('radius') ?? s.shift('radius'), 'What is the radius of the fillet?', 'r3');
  const radius = half(r.diameter);
  const [worth, own] = [c.worth(String(size)), c.worth(String(radius))];
  if (worth !== undefined && own !== undefined && own + worth > reach + 1e-9)
    throw new Ask(
      `What "${r.name}" stands on is only ${Number((reach - own).toFixed(6))} wider there. What is the radius of the fillet?`,
      [],
    );
  const height = c.worth(String(r.height));
  if (worth !== undefined && height !== undefined && worth > height)
    throw new Ask(`"${r.name}" is only ${r.height} long. What is the radius of the fillet?`, []);
  const isAtFar = end === r.plane;
  const foot = isAtFar ? r.height : 0;
  const up = joined(foot, isAtFar ? '-' : '+', size);
  const out = joined(radius, '+', size);
  // drawn with its axis upright, it hollows towards the corner
  return {
    features: [
      turnedAbout(r, 'fillet', 'add', {
        start: [radius, foot],
        path: [{ to: [out, foot] }, { to: [radius, up], centre: [out, up], turn: isAtFar ? 'ccw' : 'cw' }],
      }),
    ],
    assumed: [`at the ${end} of ${r.name}`],
  };
};
