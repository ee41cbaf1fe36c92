'use client';
import { type PointerEvent, useRef, useState } from 'react';
import { labelKey } from '../../../core/sheet/annotate/pointLabels.ts';
import { EM_OF_CAPITALS } from '../../../formats/sheetSvg.ts';
import type { GoodPicture } from '../../session/sessionTypes.ts';
import { useEdit, useSession } from '../useDesk.ts';

type Name = GoodPicture['texts'][number] & {
  readonly label: NonNullable<GoodPicture['texts'][number]['label']>;
};
type Point = readonly [number, number];

/** The names of points on the sheet; each is dragged where its reader wants it, and a double click gives it back its own place. */
export const PointNames = ({
  picture,
  paperPoint,
  except,
}: {
  picture: GoodPicture;
  /** a view whose names do not show */
  except?: string | undefined;
  paperPoint: (e: { clientX: number; clientY: number }) => Point;
}) => {
  const drawing = useSession((s) => s.drawing);
  const held = useRef<{ readonly key: string; readonly start: Point } | undefined>(undefined);
  const [by, setBy] = useState<{ readonly key: string; readonly move: Point }>();
  const names = picture.texts.filter((t): t is Name => t.label !== undefined && t.label.view !== except);
  const edit = useEdit();
  const release = (t: Name): void => {
    const h = held.current;
    held.current = undefined;
    const move = by?.move;
    setBy(undefined);
    if (!h || !move || Math.hypot(...move) < 0.2) return;
    // from the point to the middle of the lettering, y up
    const at: [number, number] = [
      t.at[0] + move[0] - t.label.of[0],
      t.label.of[1] - (t.at[1] + move[1]) + t.height / 2,
    ];
    void edit({ type: 'moveName', label: h.key, name: t.text, to: at });
  };
  return (
    <g fill="var(--color-ink)" fontFamily="osifont">
      {names.map((t) => {
        const key = labelKey(t.label.view, t.label.point);
        const move = by?.key === key ? by.move : ([0, 0] as const);
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the names' own places are good ones; the ledger lists all of them
          <text
            key={key}
            data-layer="numbers"
            data-point={t.label.point}
            x={t.at[0] + move[0]}
            y={t.at[1] + move[1]}
            fontSize={t.height * EM_OF_CAPITALS}
            textAnchor={t.anchor}
            className="cursor-move"
            onPointerDown={(e: PointerEvent) => {
              e.stopPropagation();
              held.current = { key, start: paperPoint(e) };
              e.currentTarget.setPointerCapture(e.pointerId);
            }}
            onPointerMove={(e: PointerEvent) => {
              const h = held.current;
              if (!h) return;
              const p = paperPoint(e);
              setBy({ key: h.key, move: [p[0] - h.start[0], p[1] - h.start[1]] });
            }}
            onPointerUp={() => release(t)}
            onDoubleClick={(e) => {
              e.stopPropagation();
              if (drawing.labels?.[key]) void edit({ type: 'moveName', label: key, name: t.text, to: null });
            }}
          >
            {t.text}
          </text>
        );
      })}
    </g>
  );
};
