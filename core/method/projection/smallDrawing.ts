import { type Cut, type Drawing, drawingOfPart } from '../../drawing/drawing.ts';
import type { PartFile } from '../../part/schema.ts';
import type { SheetSetup } from '../../sheet/setup.ts';
import type { Figures } from '../method.ts';

type Feature = PartFile['bodies'][number]['features'][number];

/** A small drawing of one body for the shelf; its sizes are the figures, by their keys. Lines between the views are part of what is shown. */
export const smallDrawing = (
  title: string,
  figures: Figures,
  features: readonly Feature[],
  {
    cut,
    generators,
    ...choices
  }: Partial<Pick<SheetSetup, 'views' | 'shapes'>> & {
    readonly cut?: Cut['trace'];
    /** into how many parts circles are divided, for cut points that are named */
    readonly generators?: 12;
  } = {},
): Drawing => {
  const plain = drawingOfPart({
    format: 'blue-ledger/part@1',
    name: title,
    units: 'mm',
    dims: { ...figures },
    bodies: [{ name: 'part', features: [...features] }],
  });
  return {
    ...plain,
    setup: {
      ...plain.setup,
      ...choices,
      scale: 1,
      gap: 12,
      rules: {
        ...plain.setup.rules,
        referenceLines: true,
        mitre: true,
        points: 'numbers',
        ...(generators && { generators }),
      },
    },
    cuts: cut ? [{ on: true, trace: cut }] : [],
  };
};
