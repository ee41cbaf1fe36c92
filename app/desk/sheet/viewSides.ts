import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import type { TraceFile } from '../../../core/part/schema.ts';
import { type ViewSides, viewSides } from '../../../core/section/viewSides.ts';
import { placeFromDrawn } from '../../../core/solid/interruption.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';

type Point = readonly [number, number];

/** A place of the paper (mm, y down as the screen has it) in a view's own (u, v), part units. */
export const placeInView = (
  picture: Pick<GoodPicture, 'paper' | 'interruptions'>,
  home: GoodPicture['views'][number],
  p: Point,
): Point => {
  const { k, to } = home.toPaper;
  return placeFromDrawn(picture.interruptions, VIEW_FRAMES[home.name], [
    (p[0] - to[0]) / k,
    (picture.paper.height - p[1] - to[1]) / k,
  ]);
};

/** The part's own edges in a view of the sheet; none where the view is not there. */
export const sidesOfView = (
  { views, box }: GoodPicture,
  view: TraceFile['seenIn'],
): ViewSides | undefined => {
  const own = views.find((v) => v.name === view);
  return own && viewSides(box, own.name);
};
