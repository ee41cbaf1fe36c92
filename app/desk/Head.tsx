'use client';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { fileAddress, type SavedAs } from '../client.ts';
import { HouseMark } from '../HouseMark.tsx';
import { Choice } from './Choice.tsx';
import { changeSetup } from './change.ts';
import { Daybook } from './Daybook.tsx';
import { enact, flush, goThroughHistory, useDesk } from './deskStore.ts';
import { SourcePanel } from './SourcePanel.tsx';
import { TaskPanel } from './TaskPanel.tsx';

const time = (d: Date): string => d.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });

const SaveNote = () => {
  const save = useDesk((s) => s.save);
  const savedAt = useDesk((s) => s.savedAt);
  const text = {
    saved: savedAt ? `Saved ${time(savedAt)}` : 'Saved',
    saving: 'Saving …',
    waiting: 'Not stored yet',
    conflict: 'Not stored',
  }[save];
  return (
    <span
      role="status"
      data-testid="save"
      className={`text-[13px] whitespace-nowrap ${save === 'waiting' || save === 'conflict' ? 'font-semibold text-fault' : 'text-second'}`}
    >
      {text}
    </span>
  );
};

const PNG_PER_MM = 300 / 25.4;

/** The sheet as a picture, from the same SVG that is saved. */
const savePng = async (id: string): Promise<void> => {
  const svg = await (await fetch(fileAddress(id, 'svg'))).text();
  const [, wide, high] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(svg) ?? [];
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(Number(wide) * PNG_PER_MM);
  canvas.height = Math.round(Number(high) * PNG_PER_MM);
  const image = new Image();
  image.src = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  await image.decode();
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  URL.revokeObjectURL(image.src);
  const { number, title } = useDesk.getState().drawing;
  const link = document.createElement('a');
  link.href = canvas.toDataURL('image/png');
  link.download = `${[number, title].filter(Boolean).join(' ') || 'drawing'}.png`;
  link.click();
};

/** Print and files, made on the server from what is stored. */
const SaveMenu = () => {
  const id = useDesk((s) => s.id);
  const get = async (as: SavedAs, inline = false): Promise<void> => {
    // opened before the wait, or the browser would take it for an unwanted window
    const page = inline ? window.open('', '_blank') : undefined;
    await flush();
    const address = fileAddress(id, as, inline);
    if (page) page.location.href = address;
    else window.location.assign(address);
  };
  const items = [
    ['Print (PDF at true size)', () => get('pdf', true)],
    ['Save PDF', () => get('pdf')],
    ['Save SVG', () => get('svg')],
    ['Save DXF, on the paper', () => get('dxf')],
    ['Save DXF, true size with layout', () => get('dxf-true')],
    ['Save PNG, 300 to the inch', () => flush().then(() => savePng(id))],
    ['Save part file', () => get('part')],
    ['Save drawing file', () => get('drawing')],
  ] as const;
  return (
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
              className="block w-full px-3 py-1.5 text-left text-[14px] data-focus:bg-[#e3ecfb]"
              onClick={() => void go()}
            >
              {name}
            </button>
          </MenuItem>
        ))}
        <p className="border-t border-rule px-3 pt-1.5 text-[12px] leading-[16px] text-second">
          Print at 100 %, then measure the check bar before you take anything from the sheet.
        </p>
      </MenuItems>
    </Menu>
  );
};

/** The quiet head: whose drawing, how it stands on the paper, undo, and the way out to paper and files. */
export const Head = () => {
  const drawing = useDesk((s) => s.drawing);
  const picture = useDesk((s) => s.picture);
  const canUndo = useDesk((s) => s.canUndo);
  const canRedo = useDesk((s) => s.canRedo);
  const tool =
    'grid size-8 place-items-center rounded hover:bg-[#e8eef8] disabled:opacity-30 disabled:hover:bg-transparent';
  return (
    <header className="flex h-[52px] shrink-0 items-center gap-4 border-b border-rule bg-page px-5">
      <Link
        href="/"
        className="flex items-center gap-2 text-[15px] font-bold text-deep"
        aria-label="Blue Ledger, to the register"
      >
        <HouseMark /> Blue Ledger
      </Link>
      <span className="figures text-[13px] text-second">{drawing.number}</span>
      <span className="min-w-0 flex-1 truncate font-semibold">{drawing.title}</span>
      <span className="text-[13px] whitespace-nowrap text-second max-[1150px]:hidden">
        {picture?.paper.name}
      </span>
      <span className="figures text-[13px] whitespace-nowrap" data-testid="scale">
        {picture?.scale.replaceAll(' ', '')}
      </span>
      <Choice
        name="Projection angle"
        value={drawing.setup.angle}
        options={[
          { value: 'first', label: 'First angle' },
          { value: 'third', label: 'Third angle' },
        ]}
        onChange={(angle) =>
          enact(changeSetup(drawing, { angle }), `${angle === 'first' ? 'First' : 'Third'} angle`)
        }
      />
      <span className="flex">
        <button
          type="button"
          className={tool}
          aria-label="Undo"
          title="Undo (Ctrl Z)"
          disabled={!canUndo}
          onClick={() => void goThroughHistory(-1)}
        >
          <Undo2 size={16} aria-hidden />
        </button>
        <button
          type="button"
          className={tool}
          aria-label="Redo"
          title="Redo (Ctrl Shift Z)"
          disabled={!canRedo}
          onClick={() => void goThroughHistory(1)}
        >
          <Redo2 size={16} aria-hidden />
        </button>
        <Daybook />
      </span>
      <TaskPanel />
      <SourcePanel />
      <SaveNote />
      <SaveMenu />
    </header>
  );
};
