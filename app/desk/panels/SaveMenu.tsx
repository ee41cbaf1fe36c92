'use client';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useState } from 'react';
import { SHEET_EXPORTS } from '../../../formats/exports.ts';
import { SOLID_EXPORTS } from '../../../formats/solidFormats.ts';
import { fileAddress, type SavedAs } from '../../serverCalls.ts';
import { saveFile } from '../book/saveFile.ts';
import { fetchedLater } from '../fetchedLater.tsx';
import { useDesk, useSession } from '../useDesk.ts';

const PrintPanel = fetchedLater(() => import('./PrintPanel.tsx').then((m) => m.PrintPanel));

/** Saves an answer as a file by the name that the server gives it. A refusal becomes an error with the server's sentence. */
const fetchFile = async (address: string): Promise<void> => {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(((await answer.json()) as { error: string }).error);
  const [, name] = /filename\*=UTF-8''([^;]+)/.exec(answer.headers.get('content-disposition') ?? '') ?? [];
  const blob = await answer.blob();
  saveFile(blob, blob.type, decodeURIComponent(name ?? 'drawing'));
};

const PNG_PER_MM = 300 / 25.4;

/** The sheet as a picture, from the same SVG that is saved. */
const savePng = async (id: string, name: string): Promise<void> => {
  const answer = await fetch(fileAddress(id, 'svg'));
  const svg = await answer.text();
  if (!answer.ok) throw new Error((JSON.parse(svg) as { error: string }).error);
  const [, wide, high] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(svg) ?? [];
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(Number(wide) * PNG_PER_MM);
  canvas.height = Math.round(Number(high) * PNG_PER_MM);
  const image = new Image();
  image.src = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  await image.decode();
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  URL.revokeObjectURL(image.src);
  const link = document.createElement('a');
  link.href = canvas.toDataURL('image/png');
  link.download = `${name}.png`;
  link.click();
};

const NOTHING_DRAWN =
  'Nothing is drawn yet, so there is no sheet to print or save. State a first shape, such as block 60 x 40 x 30.';

/** Print and files, made on the server from what is stored. */
export const SaveMenu = () => {
  const id = useSession((s) => s.id);
  const { session } = useDesk();
  const [isPrinting, setPrinting] = useState(false);
  const fail = (notice: string): void => session.state.setState({ notice });
  /** A sheet, and a part file, need a first shape; an empty drawing can be saved as what it is. */
  const isBare = (as: SavedAs): boolean =>
    as !== 'drawing' && !session.state.getState().drawing.part.bodies.length;
  const get = async (as: SavedAs): Promise<void> => {
    if (isBare(as)) return fail(NOTHING_DRAWN);
    if (!(await session.stored())) {
      fail(
        'Your last changes are not stored yet, so the file would be an older one. Try again when they are.',
      );
      return;
    }
    await fetchFile(fileAddress(id, as)).catch((error: Error) => fail(error.message));
  };
  const getPng = async (): Promise<void> => {
    if (isBare('svg')) throw new Error(NOTHING_DRAWN);
    if (!(await session.stored()))
      throw new Error('Your last changes are not stored yet. Try again when they are.');
    const { number, title } = session.state.getState().drawing;
    await savePng(id, [number, title].filter(Boolean).join(' ') || 'drawing');
  };
  const items = [
    ['Print …', async () => setPrinting(true)],
    ...SHEET_EXPORTS.map(({ id: as, label }) => [label, () => get(as)] as const),
    ['Save PNG, 300 dpi', () => getPng().catch((error: Error) => fail(error.message))],
    ...SOLID_EXPORTS.map(({ id: as, label }) => [label, () => get(as)] as const),
    ['Save part file', () => get('part')],
    ['Save drawing file', () => get('drawing')],
  ] as const;
  return (
    <>
      {isPrinting && (
        <PrintPanel
          onClose={() => setPrinting(false)}
          ready={async () => !isBare('pdf') && (await session.stored())}
        />
      )}
      <Menu>
        <MenuButton className="rounded-md bg-deep px-3.5 py-2 text-[14px] font-semibold text-white hover:bg-house">
          Print / Save
        </MenuButton>
        <MenuItems
          anchor="bottom end"
          className="z-20 mt-1 w-60 rounded-md border border-rule-strong bg-page py-1 shadow-md focus:outline-none"
        >
          {items.map(([name, go]) => (
            <MenuItem key={name}>
              <button
                type="button"
                className="block w-full px-3 py-1.5 text-left text-[14px] data-focus:bg-hover"
                onClick={() => void go()}
              >
                {name}
              </button>
            </MenuItem>
          ))}
          <p className="border-t border-rule px-3 pt-1.5 text-[12px] leading-[16px] text-second">
            STEP is exact; STL, OBJ and 3MF are nets within 0.05 mm (0.002 in). Print sheets at 100 %, then
            measure the check bar before you take anything from the sheet.
          </p>
        </MenuItems>
      </Menu>
    </>
  );
};
