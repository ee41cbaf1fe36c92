import { dot, type Vec3 } from '../geometry/vec.ts';
import { faceKey } from '../naming/keys.ts';
import type { Edge } from '../solid/boundary.ts';
import type { View, ViewLine } from '../view/view.ts';
import { legRole } from './region.ts';
import { CUT, type Section } from './section.ts';

/** The normals of the faces that a cut makes, by their keys. */
const cutNormals = ({ plane }: Section): Map<string, Vec3> => {
  const normals = new Map(
    plane.legs.map((l, i) => [faceKey(CUT, legRole(plane.name, i)), l.kept.n] as const),
  );
  // the other face of the quarter that a half section takes away
  if (plane.half) normals.set(faceKey(CUT, legRole(plane.name, 1)), plane.sAxis);
  return normals;
};

/**
 * The lines of a sectional view that are there only because the cut changes its plane: steps seen edge-on, and bends. A drawing
 * leaves them out; in a half section a centre line takes their place. In the trace's own view the cut is the outline: no steps.
 */
export const stepLines = (section: Section, view: View): ReadonlySet<ViewLine> => {
  const normals = cutNormals(section);
  const edgeOn = (key: string): boolean => Math.abs(dot(normals.get(key) as Vec3, view.frame.toward)) < 1e-9;
  const keys = [...normals.keys()];
  if (keys.length < 2 || keys.every(edgeOn)) return new Set();
  const edges = new Map(section.remains.flatMap((b) => b.edges.map((e): [string, Edge] => [e.key, e])));
  const isStep = (source: string): boolean => {
    const cuts = edges.get(source)?.on.filter((k) => normals.has(k)) ?? [];
    return cuts.length > 1 || cuts.some(edgeOn);
  };
  return new Set(view.lines.filter((l) => l.sources.every(isStep)));
};
