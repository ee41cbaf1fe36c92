'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { deskAddress } from '../desk/deskAddress.ts';
import { openFile } from '../serverCalls.ts';
import { useDrawingOf, type Wanted } from './useExercise.ts';

/** Opens the part of an exercise that was answered as a drawing, where its construction is shown step by step. */
export const WorkAtDesk = ({ of }: { of: Wanted }) => {
  const router = useRouter();
  const drawingOf = useDrawingOf();
  const [isOpening, setOpening] = useState(false);
  const [fault, setFault] = useState<string>();
  const open = async (): Promise<void> => {
    setOpening(true);
    setFault(undefined);
    try {
      const drawing = await drawingOf(of);
      const kept = await openFile(drawing, drawing.title);
      router.push(deskAddress(kept.id, of.kind === 'missing size' ? 'dimension' : 'construct'));
    } catch (error) {
      setFault((error as Error).message);
      setOpening(false);
    }
  };
  return (
    <>
      <button
        type="button"
        disabled={isOpening}
        onClick={() => void open()}
        className="font-semibold text-house hover:underline disabled:opacity-50"
      >
        {isOpening ? 'A drawing is made …' : 'Work it at the desk'}
      </button>
      {fault && (
        <span role="alert" className="text-fault">
          {fault}
        </span>
      )}
    </>
  );
};
