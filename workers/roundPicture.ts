import type { Worked } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import { roundPoints, roundRows } from '../core/ledger/roundPoints.ts';
import { asDrawn } from '../core/solid/interruption.ts';
import { type DeskPoint, pointOnSheet } from './deskPicture.ts';

/** The points of a drawing's round features as the ledger shows them; circles are divided where its house rules say so. */
export const roundPicture = (d: Drawing, w: Extract<Worked, { ok: true }>): DeskPoint[] => {
  const corners = w.rows.map((r) => r.at);
  const { generators, firstGenerator } = d.setup.rules;
  const divided = generators && { count: generators, start: firstGenerator ?? ('left' as const) };
  const points = roundPoints(w.part, corners, divided);
  const { interruptions } = w.sheet;
  const onSheet = points.map((p) => ({ ...p, at: asDrawn(interruptions, p.at) }));
  return roundRows(w.part, onSheet, w.sheet.views).map((r, i) => ({
    ...pointOnSheet({ ...r, at: (points[i] as (typeof points)[number]).at, faces: r.on }, w.sheet),
    kind: 'round',
    shape: r.kind,
    words: r.what,
  }));
};
