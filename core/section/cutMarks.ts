import { EDGE_ON } from '../geometry/nearness.ts';
import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { copyWords, faceInWords, readFaceKey } from '../naming/keys.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import { namedFaces } from '../part/placing.ts';
import type { BuiltPart } from '../solid/build.ts';
import { flatten } from '../view/project.ts';

/** What a typed cut may be counted from in a view: a round feature's centre or axis, or a flat face that is an edge there. */
export type CutMark = {
  readonly view: ViewName;
  readonly kind: 'round' | 'face';
  /** "bore", "bore 2"; of a face "top of plate" */
  readonly name: string;
  /** a point of it in the view's plane, part units: of a round that is seen as a circle its centre */
  readonly at: Vec2;
  /** the direction in which an axis or a face runs there, of length one; nothing for a circle */
  readonly along?: Vec2;
  /** the direction out of the part, of a face */
  readonly out?: Vec2;
};

const tidyPoint = ([u, v]: Vec2): Vec2 => [tidyFigure(u), tidyFigure(v)];

/**
 * All that a typed cut can name in some views.
 * @param views those on the sheet
 */
export const cutMarks = (part: BuiltPart, views: readonly ViewName[]): CutMark[] => {
  const out: CutMark[] = [];
  const add = (mark: CutMark): void => {
    if (!out.some((m) => m.view === mark.view && m.kind === mark.kind && m.name === mark.name))
      out.push(mark);
  };
  for (const { solid, edges } of part.bodies) {
    const shown = new Set(edges.flatMap((e) => e.on));
    const seen = (direction: Vec3, view: ViewName): 'end on' | 'along' | undefined => {
      const facing = Math.abs(dot(direction, VIEW_FRAMES[view].toward));
      return facing > 1 - EDGE_ON ? 'end on' : facing < EDGE_ON ? 'along' : undefined;
    };
    for (const view of views) {
      const f = VIEW_FRAMES[view];
      for (const r of namedFaces(solid.model, 'round')) {
        const how = shown.has(r.name) ? seen(r.direction, view) : undefined;
        if (!how) continue;
        const { feature, copy } = readFaceKey(r.name);
        const name = `${feature}${copyWords(copy)}`;
        const at = tidyPoint(flatten(f, r.point));
        add({ view, kind: 'round', name, at, ...(how === 'along' && { along: flatten(f, r.direction) }) });
      }
      for (const p of namedFaces(solid.model, 'flat')) {
        if (!shown.has(p.name) || seen(p.direction, view) !== 'along') continue;
        const [x, y] = flatten(f, p.direction);
        add({
          view,
          kind: 'face',
          name: faceInWords(p.name).replace(/^the /, ''),
          at: flatten(f, p.point),
          along: [-y, x],
          out: [x, y],
        });
      }
    }
  }
  return out;
};
