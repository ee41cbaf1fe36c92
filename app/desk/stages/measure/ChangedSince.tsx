'use client';
import { useEffect, useState } from 'react';
import type { Kept } from '../../../../exchange/kept.ts';
import { drawingServer } from '../../../serverCalls.ts';
import { useEdit, useSession } from '../../useDesk.ts';
import { broughtFrom } from './broughtFrom.ts';

/** Says that a part has changed in its own drawing since it was brought in, and takes it over at a press. */
export const ChangedSince = ({ from }: { from: string }) => {
  const brought = useSession((s) => s.drawing.part.brought?.[from]);
  const edit = useEdit();
  const [now, setNow] = useState<Kept>();
  const { drawing, revision } = brought ?? {};
  useEffect(() => {
    setNow(undefined);
    if (drawing === undefined || revision === undefined) return;
    let isOver = false;
    void drawingServer.newer(drawing, revision).then((outcome) => {
      if (!isOver && outcome.kind === 'done' && !('unchanged' in outcome.value)) setNow(outcome.value);
    });
    return () => {
      isOver = true;
    };
  }, [drawing, revision]);
  if (!now) return null;
  return (
    <p className="pl-3 text-[12.5px] leading-[18px] text-caution">
      {from} has changed since it was brought in.{' '}
      <button
        type="button"
        className="font-semibold text-house hover:underline"
        onClick={() => void edit({ type: 'takeOverPart', from, brought: broughtFrom(now) })}
      >
        Take it over
      </button>
    </p>
  );
};
