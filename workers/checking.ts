import type { Remark } from '../core/check/remark.ts';
import { remarksOn } from '../core/check/remarks.ts';
import type { Desk } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import { dimensionPicture } from './dimensionPicture.ts';

/** Reads a drawing as a reviewer would; nothing where it cannot be drawn. Places are on the paper, mm, y down. */
export const checkDrawing = (desk: Desk, d: Drawing): readonly Remark[] | undefined => {
  const worked = desk.work(d);
  if (!worked.ok) return undefined;
  const { height } = worked.sheet.paper;
  return remarksOn(d, worked, desk.look(d), dimensionPicture(desk, d)).map((r) => ({
    ...r,
    at: r.at.map(([x, y]) => [x, height - y] as const),
  }));
};
