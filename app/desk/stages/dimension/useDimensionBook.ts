'use client';
import { useEffect, useState } from 'react';
import type { DimensionBook } from '../../../../core/drawing/dimensionBook.ts';
import { useDesk, useSession } from '../../useDesk.ts';

/** The books of the dimensions of the drawing as it stands; the last ones stay until new ones are made. @param isWanted they are made only then */
export const useDimensionBook = (isWanted = true): DimensionBook | undefined => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const isDrawn = useSession((s) => s.picture !== undefined);
  const [book, setBook] = useState<DimensionBook>();
  useEffect(() => {
    if (!isDrawn || !isWanted) return;
    let isOld = false;
    void engine.dimensions(drawing).then((made) => {
      if (!isOld && made) setBook(made);
    });
    return () => {
      isOld = true;
    };
  }, [engine, drawing, isDrawn, isWanted]);
  return book;
};
