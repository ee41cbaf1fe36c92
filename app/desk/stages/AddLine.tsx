'use client';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Plus } from 'lucide-react';
import { useRef, useState } from 'react';
import { sentence } from '../../../core/number/fault.ts';
import { readFeatureLine } from '../../../core/statement/read.ts';
import { freeName, withFeatures } from '../change.ts';
import { propose, useDesk } from '../deskStore.ts';
import { FaultNote } from '../FaultNote.tsx';

/** Starting sentences, by the names that drafters use. */
const STARTS: readonly { readonly name: string; readonly line: string }[] = [
  { name: 'Block', line: 'add a block, 40 wide, 30 deep, 20 high, at [0, 0, 0]' },
  { name: 'Hole, through', line: 'cut a hole, 10 across, through, at [20, 15, 20]' },
  { name: 'Hole, blind', line: 'cut a hole, 10 across, 12 deep, at [20, 15, 20]' },
  {
    name: 'Hole, counterbored',
    line: 'cut a hole, 8 across, through, counterbored 14 by 5 deep, at [20, 15, 20]',
  },
  { name: 'Slot', line: 'cut a slot, 20 between centres, 8 wide, through, at [20, 15, 20]' },
  { name: 'Cylinder', line: 'add a cylinder, 24 across, 30 high, at [0, 0, 0]' },
  { name: 'Hexagon prism', line: 'add a prism, 6 sides, 20 a side, 40 high, at [0, 0, 0]' },
  { name: 'Square pyramid', line: 'add a pyramid, 4 sides, 40 a side, 50 high, at [0, 0, 0]' },
  {
    name: 'Frustum',
    line: 'add a pyramid, 6 sides, 40 across flats, 30 high, top 20 across flats, at [0, 0, 0]',
  },
  {
    name: 'Wedge',
    line: 'add a profile, corners [0, 0] [40, 0] [0, 25], 30 thick, drawn from the front, at [0, 30, 0]',
  },
  {
    name: 'Plate, rounded corners',
    line: 'add a profile, rectangle 60 by 40, corners rounded 6, 8 thick, at [30, 20, 0]',
  },
];

/** Adds a line to the last body: typed, or begun from a named shape. */
export const AddLine = () => {
  const drawing = useDesk((s) => s.drawing);
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string>();
  const input = useRef<HTMLTextAreaElement>(null);
  const add = async (): Promise<void> => {
    if (!text.trim()) return;
    const body = drawing.part.bodies.length - 1;
    const features = drawing.part.bodies[body]?.features ?? [];
    const word = /^(?:add|cut|keep only) an? ([\w ]+?),/.exec(text.trim())?.[1] ?? 'feature';
    const read = readFeatureLine(text, freeName(word, features));
    const faults = read.ok
      ? await propose(
          withFeatures(drawing, body, (f) => [...f, read.value]),
          `${read.value.id}: added`,
        )
      : read.faults;
    const first = faults[0];
    setFault(first && sentence(first));
    if (!first) setText('');
  };
  return (
    <div className="px-5 py-3">
      <div className="flex items-start gap-2">
        <textarea
          ref={input}
          aria-label="New line of the statement"
          rows={text.length > 34 ? 3 : 1}
          value={text}
          placeholder="cut a hole, 12 across …"
          onChange={(e) => setText(e.target.value.replace(/\n/g, ' '))}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault();
              void add();
            }
          }}
          spellCheck={false}
          className="figures min-w-0 flex-1 resize-none rounded-md border border-rule-strong bg-white px-2 py-1 text-[12.5px] leading-[20px] placeholder:text-[#8592ab]"
        />
        <button
          type="button"
          onClick={() => void add()}
          className="rounded-md bg-deep px-3 py-1.5 text-[13px] font-semibold text-white hover:bg-house"
        >
          Add
        </button>
      </div>
      <FaultNote texts={fault ? [fault] : []} />
      <Menu>
        <MenuButton className="mt-2 inline-flex items-center gap-1 text-[13px] font-semibold text-house hover:underline">
          <Plus size={14} aria-hidden /> Begin from a shape
        </MenuButton>
        <MenuItems
          anchor="bottom start"
          className="z-20 max-h-72 w-56 overflow-auto rounded-md border border-rule-strong bg-page py-1 shadow-md focus:outline-none"
        >
          {STARTS.map((s) => (
            <MenuItem key={s.name}>
              <button
                type="button"
                className="block w-full px-3 py-1 text-left text-[13px] data-focus:bg-[#e3ecfb]"
                onClick={() => {
                  setText(s.line);
                  setTimeout(() => input.current?.focus(), 0);
                }}
              >
                {s.name}
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
    </div>
  );
};
