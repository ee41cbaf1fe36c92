import type { ViewSides } from '../../../core/edit/traceStated.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';

type Point = readonly [number, number];

/** A place of the paper (mm, y down as the screen has it) in a view's own (u, v), part units. */
export const placeInView = (
  picture: Pick<GoodPicture, 'paper'>,
  home: GoodPicture['views'][number],
  p: Point,
): Point => {
  const { k, to } = home.toPaper;
  return [(p[0] - to[0]) / k, (picture.paper.height - p[1] - to[1]) / k];
};

/** The part's own edges in a view of the sheet: left, lower, right and upper, part units; none where the view is not there. */
export const sidesOfView = (picture: GoodPicture, view: ViewName): ViewSides | undefined => {
  const home = picture.views.find((v) => v.name === view);
  if (!home) return undefined;
  const { x, y, w, h } = home.box;
  const [low, high] = [placeInView(picture, home, [x, y + h]), placeInView(picture, home, [x + w, y])];
  return [low[0], low[1], high[0], high[1]];
};
