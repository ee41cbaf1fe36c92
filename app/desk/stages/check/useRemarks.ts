'use client';
import { useEffect, useState } from 'react';
import type { Remark } from '../../../../core/check/remark.ts';
import { useDesk, useSession } from '../../useDesk.ts';

/** What a reviewer would write beside the drawing as it stands; nothing until it was read. */
export const useRemarks = (): readonly Remark[] | undefined => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const isDrawn = useSession((s) => s.picture !== undefined);
  const [remarks, setRemarks] = useState<readonly Remark[]>();
  useEffect(() => {
    if (!isDrawn) return;
    let isOld = false;
    void engine.check(drawing).then((made) => {
      if (!isOld && made) setRemarks(made);
    });
    return () => {
      isOld = true;
    };
  }, [engine, drawing, isDrawn]);
  return remarks;
};
