import type { Drawing } from '../drawing/drawing.ts';
import type { Group } from '../drawing/groups.ts';
import type { PartFile } from '../part/schema.ts';
import { freeName } from '../statement/freeName.ts';

type Features = PartFile['bodies'][number]['features'];
type Feature = Features[number];

const groupsIn = (d: Drawing): Group[] => d.groups ?? [];
const withGroups = (d: Drawing, groups: readonly Group[]): Drawing => {
  const { groups: _, ...rest } = d;
  const kept = groups.filter((g) => g.lines.length > 0);
  return kept.length ? { ...rest, groups: kept } : rest;
};

/** The group that a line stands in; undefined where it stands alone. */
export const groupOfLine = (d: Drawing, body: string, id: string): Group | undefined =>
  groupsIn(d).find((g) => g.body === body && g.lines.includes(id));

const homeOf = (
  d: Drawing,
  g: Group,
): { readonly index: number; readonly features: Features } | undefined => {
  const index = d.part.bodies.findIndex((b) => b.name === g.body);
  const features = d.part.bodies[index]?.features;
  return features && { index, features };
};

const withFeatures = (d: Drawing, body: number, features: Features): Drawing => ({
  ...d,
  part: {
    ...d.part,
    bodies: d.part.bodies.flatMap((b, i) => (i !== body ? [b] : features.length ? [{ ...b, features }] : [])),
  },
});

/** Puts a line into the group of the line above it, or makes a group of the two. */
export const groupedWithAbove = (d: Drawing, body: number, feature: number): Drawing => {
  const home = d.part.bodies[body];
  const own = home?.features[feature]?.id;
  const above = home?.features[feature - 1]?.id;
  if (!home || own === undefined || above === undefined) return d;
  const there = groupOfLine(d, home.name, above);
  const rest = groupsIn(d).map((g) =>
    g.body === home.name ? { ...g, lines: g.lines.filter((l) => l !== own) } : g,
  );
  if (there) {
    const at = groupsIn(d).indexOf(there);
    return withGroups(
      d,
      rest.map((g, i) => (i === at ? { ...g, lines: [...g.lines, own] } : g)),
    );
  }
  const name = freeName(
    'group',
    rest.map((g) => g.name),
  );
  return withGroups(d, [...rest, { name, body: home.name, lines: [above, own] }]);
};

/** The group goes; its lines stay where they are. */
export const ungrouped = (d: Drawing, g: Group): Drawing =>
  withGroups(
    d,
    groupsIn(d).filter((x) => x !== g),
  );

export const groupRenamed = (d: Drawing, g: Group, name: string): Drawing =>
  withGroups(
    d,
    groupsIn(d).map((x) => (x === g ? { ...g, name } : x)),
  );

/** All lines of a group switched off, or on again. */
export const groupSwitched = (d: Drawing, g: Group, off: boolean): Drawing => {
  const home = homeOf(d, g);
  if (!home) return d;
  return withFeatures(
    d,
    home.index,
    home.features.map((f) => (g.lines.includes(f.id) ? { ...f, off } : f)),
  );
};

/** The lines of a group once more, after its last one, as a group of their own. */
export const groupCopied = (d: Drawing, g: Group): Drawing => {
  const home = homeOf(d, g);
  if (!home) return d;
  const taken = home.features.map((f) => f.id);
  const copies = home.features
    .filter((f) => g.lines.includes(f.id))
    .map((f): Feature => {
      const id = freeName(f.id.replace(/ \d+$/, ''), taken);
      taken.push(id);
      return { ...f, id };
    });
  const last = home.features.findLastIndex((f) => g.lines.includes(f.id));
  const features = [...home.features.slice(0, last + 1), ...copies, ...home.features.slice(last + 1)];
  const name = freeName(
    g.name.replace(/ \d+$/, ''),
    groupsIn(d).map((x) => x.name),
  );
  const groups = [...groupsIn(d), { name, body: g.body, lines: copies.map((c) => c.id) }];
  return withGroups(withFeatures(d, home.index, features), groups);
};

export const groupTakenOut = (d: Drawing, g: Group): Drawing => {
  const home = homeOf(d, g);
  if (!home) return ungrouped(d, g);
  return ungrouped(
    withFeatures(
      d,
      home.index,
      home.features.filter((f) => !g.lines.includes(f.id)),
    ),
    g,
  );
};

/** The lines of a group, closed up, moved past the line above or below them. */
export const groupMoved = (d: Drawing, g: Group, by: -1 | 1): Drawing => {
  const home = homeOf(d, g);
  if (!home) return d;
  const own = home.features.filter((f) => g.lines.includes(f.id));
  const rest = home.features.filter((f) => !g.lines.includes(f.id));
  const first = home.features.findIndex((f) => g.lines.includes(f.id));
  const at = Math.max(0, Math.min(rest.length, first + by));
  return withFeatures(d, home.index, [...rest.slice(0, at), ...own, ...rest.slice(at)]);
};
