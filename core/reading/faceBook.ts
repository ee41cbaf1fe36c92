import { EDGE_ON } from '../geometry/nearness.ts';
import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Tolerance } from '../solid/body.ts';
import { CUT_FACE, firstMetIn } from '../view/firstMet.ts';
import type { SceneBody } from '../view/scene.ts';
import type { View } from '../view/view.ts';
import { faceGrid, patchesOf } from './faceGrid.ts';

/** A view with what is seen in it. */
export type SeenScene = {
  readonly name: ViewName;
  readonly view: View;
  readonly scene: readonly SceneBody[];
};

/**
 * How a face is posted in a view: an area at its true shape or foreshortened, an edge, there but covered, or not at all because it looks away.
 */
export type FacePosting =
  | { readonly as: 'area'; readonly true: boolean; readonly round: boolean; readonly share: number }
  | { readonly as: 'edge'; readonly seen: boolean }
  | { readonly as: 'covered' }
  | { readonly as: 'away' };

/** What is at a place of a view: a face, with how it is posted everywhere; a way right through the part; or nothing beside it. */
export type FaceStory =
  | {
      readonly kind: 'face';
      readonly body: string;
      readonly face: string;
      readonly postings: Partial<Record<ViewName, FacePosting>>;
    }
  | { readonly kind: 'opening' }
  | { readonly kind: 'beside' };

/** @param normal of the face where it was met, out of the material */
const postingOf = (face: string, body: string, normal: Vec3, at: SeenScene, tol: Tolerance): FacePosting => {
  const index = at.scene.findIndex((b) => b.solid.name === body);
  const solid = at.scene[index]?.solid;
  const own = solid?.faces.find((f) => f.key === face);
  const surface = solid && own && solid.surfaces[own.surface];
  const grid = faceGrid(at.view, at.scene, tol);
  const here = grid.faces.findIndex((f) => f.body === index && f.face === face);
  const seen = here >= 0 && grid.cells.includes(here);
  const facing = dot(normal, at.view.frame.toward);
  if (face === CUT_FACE)
    return seen
      ? { as: 'area', true: facing > 1 - EDGE_ON, round: false, share: Math.abs(facing) }
      : { as: 'away' };
  // in a sectional view the face may be cut away with all that held it
  if (!surface) return { as: 'away' };
  const lines = at.view.lines.filter((l) => l.of.includes(face));
  if (surface.kind !== 'plane')
    return seen
      ? { as: 'area', true: false, round: true, share: 1 }
      : lines.length
        ? { as: 'covered' }
        : { as: 'away' };
  if (Math.abs(facing) < EDGE_ON) return { as: 'edge', seen: lines.some((l) => l.class === 'visible') };
  if (seen) return { as: 'area', true: facing > 1 - EDGE_ON, round: false, share: facing };
  return facing > 0 ? { as: 'covered' } : { as: 'away' };
};

/**
 * Answers what is at a place of a view.
 * @param views all views of the sheet, the one asked about among them
 * @param at (u, v) in that view's plane
 */
export const faceStory = (
  views: readonly SeenScene[],
  name: ViewName,
  at: Vec2,
  tol: Tolerance,
): FaceStory => {
  const own = views.find((v) => v.name === name) as SeenScene;
  const met = firstMetIn(own.scene, own.view.frame, tol)(at[0], at[1]);
  if (met) {
    const body = (own.scene[met.body] as SceneBody).solid.name;
    return {
      kind: 'face',
      body,
      face: met.face,
      postings: Object.fromEntries(views.map((v) => [v.name, postingOf(met.face, body, met.normal, v, tol)])),
    };
  }
  const g = faceGrid(own.view, own.scene, tol);
  const [i, j] = [Math.floor((at[0] - g.u0) / g.step), Math.floor((at[1] - g.v0) / g.step)];
  if (i < 0 || j < 0 || i >= g.columns || j >= g.rows) return { kind: 'beside' };
  const patch = patchesOf(g).find((p) => !p.faces.length && p.squares.includes(j * g.columns + i));
  // a gap narrower than a square of the grid is looked at by its neighbours
  return patch === undefined || patch.outside ? { kind: 'beside' } : { kind: 'opening' };
};
