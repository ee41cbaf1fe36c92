import { useEffect, useRef, useState } from 'react';
import { TINTS } from '../../../core/sheet/ink/tints.ts';
import type { Looks } from '../../../core/view/looks.ts';
import { LOOKS, type Pictorial as Picture, type Tints } from '../../../workers/pictorial.ts';
import { addedFeatures } from '../../session/addedFeatures.ts';
import { useDesk, useSession } from '../useDesk.ts';
import { type Turn, towardOf } from './turn.ts';

const SQUARES = 190;
const TINT_AFTER = 120;
const DRAW_AFTER = 120;

const tintImage = (t: Tints): string => {
  const canvas = document.createElement('canvas');
  canvas.width = t.width;
  canvas.height = t.height;
  const image = new ImageData(t.width, t.height);
  t.looks.forEach((k, i) => {
    if (!k) return;
    image.data.set([...TINTS[LOOKS[k - 1] as Looks], 255], i * 4);
  });
  canvas.getContext('2d')?.putImageData(image, 0, 0);
  return canvas.toDataURL();
};

/** Draws the part's pictorial anew when the part or the direction changes; the newest answer counts. */
export const usePictorial = (turn: Turn, isApart: boolean) => {
  const { engine } = useDesk();
  const tried = useSession((s) => s.tried);
  const own = useSession((s) => s.drawing);
  const drawing = tried?.drawing ?? own;
  const ready = useSession((s) => (s.tried ?? s.picture) !== undefined);
  const [picture, setPicture] = useState<Picture>();
  const [tints, setTints] = useState<{ image: string; of: Picture }>();
  const asked = useRef(0);
  const turned = useRef(turn);
  useEffect(() => {
    if (!ready) return;
    const mine = ++asked.current;
    const toward = towardOf(turn);
    const draw = (): void =>
      void engine.pictorial(drawing, toward, addedFeatures(own.part, drawing.part), isApart).then((p) => {
        if (mine !== asked.current || !p) return;
        setPicture(p);
        setTimeout(() => {
          if (mine !== asked.current) return;
          void engine.tints(drawing, toward, SQUARES, isApart).then((t) => {
            if (t && mine === asked.current) setTints({ image: tintImage(t), of: p });
          });
        }, TINT_AFTER);
      });
    // turning follows the hand; a changed part waits until the sheet has had its turn
    const after = turned.current === turn ? DRAW_AFTER : 0;
    turned.current = turn;
    const wait = setTimeout(draw, after);
    return () => clearTimeout(wait);
  }, [engine, own, drawing, turn, isApart, ready]);
  return { picture, tint: tints?.of === picture ? tints?.image : undefined };
};
