'use client';
import { saveFile } from '../../book/saveFile.ts';
import { useDesk, useSession } from '../../useDesk.ts';

/** Saves the parts list of an assembly as CSV, with what each item measures. */
export const SavePartsList = () => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const save = async (): Promise<void> => {
    const [rows, { partsListCsv }] = await Promise.all([
      engine.partsMeasured(drawing),
      import('../../../../formats/partsListCsv.ts'),
    ]);
    saveFile(
      partsListCsv(rows, drawing.part.units),
      'text/csv',
      `${drawing.number || 'drawing'} parts list.csv`,
    );
  };
  return (
    <button type="button" className="font-semibold text-house hover:underline" onClick={() => void save()}>
      Save as CSV
    </button>
  );
};
