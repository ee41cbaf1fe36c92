'use client';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { useRef, useState } from 'react';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { givenSizesOf, pastedSizes, type Source, sourceSizes } from '../../../core/task/source.ts';
import { keepPicture } from '../../serverCalls.ts';
import { Tick } from '../book/Choice.tsx';
import { FaultNote } from '../book/FaultNote.tsx';
import { field } from '../book/Page.tsx';
import { useDesk, useEdit, useSession } from '../useDesk.ts';

const sizeOfImage = (file: Blob): Promise<{ width: number; height: number }> =>
  new Promise((done, fail) => {
    const image = new Image();
    const address = URL.createObjectURL(file);
    image.onload = () => {
      URL.revokeObjectURL(address);
      done({ width: image.naturalWidth || 1000, height: image.naturalHeight || 700 });
    };
    image.onerror = () => {
      URL.revokeObjectURL(address);
      fail(new Error('This file is no picture that can be shown. Give a PNG, JPEG or SVG.'));
    };
    image.src = address;
  });

const MARK = {
  used: 'text-well',
  unused: 'text-caution',
  contradicted: 'text-fault',
  unreadable: 'text-fault',
} as const;

/** The source: the given sheet, photo or sketch beneath the drawing, scaled by two points, with its sizes ticked off. */
export const SourcePanel = () => {
  const drawing = useSession((s) => s.drawing);
  const id = useSession((s) => s.id);
  const picker = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState<string>();
  const [size, setSize] = useState('');
  const { source } = drawing;
  const edit = useEdit();
  const { renewPicture, scaleBy } = useDesk().view;
  const keep = (change: Partial<Source>, label: string): void =>
    void edit({ type: 'changePicture', change, label });
  const open = async (file: File): Promise<void> => {
    try {
      const own = await sizeOfImage(file);
      await keepPicture(id, file);
      renewPicture();
      const { frame } = paperFrame(drawing.setup);
      const perPixel = Math.min((frame.w * 0.6) / own.width, (frame.h * 0.6) / own.height);
      void edit({
        type: 'addPicture',
        source: {
          name: file.name.slice(0, 200),
          ...own,
          at: [frame.x + 6, frame.y + frame.h - own.height * perPixel - 6],
          perPixel,
          opacity: 0.45,
          shown: true,
          sizes: source?.sizes ?? [],
        },
      });
      setFault(undefined);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const given = givenSizesOf(drawing);
  const rows = sourceSizes(given, drawing.part);
  const keepSizes = (change: (sizes: readonly string[]) => readonly string[], label: string): void =>
    void edit((now) => ({ type: 'setGivenSizes', sizes: change(givenSizesOf(now.drawing)), label }));
  return (
    <Popover className="relative">
      <PopoverButton className="rounded-md border border-rule-strong bg-white px-2.5 py-[5px] text-[13px] whitespace-nowrap hover:bg-pale">
        Source
      </PopoverButton>
      <PopoverPanel
        anchor="bottom end"
        className="z-20 mt-1 flex max-h-[74vh] w-[360px] flex-col rounded-md border border-rule-strong bg-page shadow-md focus:outline-none"
      >
        {({ close }) => (
          <>
            <div className="border-b-2 border-rule-strong px-4 pt-3 pb-2">
              <h2 className="text-[16px] font-bold">The source</h2>
              <p className="text-[13px] leading-[18px] text-second">
                The given sheet, photo or sketch, beneath the drawing, and the sizes on it. Neither is
                printed.
              </p>
            </div>
            <div className="min-h-0 flex-1 overflow-y-auto px-4 py-2 text-[13px] leading-[19px]">
              <input
                ref={picker}
                type="file"
                accept="image/png,image/jpeg,image/svg+xml"
                aria-label="Picture file"
                className="sr-only"
                onChange={(e) => {
                  const [file] = e.target.files ?? [];
                  if (file) void open(file);
                  e.target.value = '';
                }}
              />
              <button
                type="button"
                onClick={() => picker.current?.click()}
                className="font-semibold text-house hover:underline"
              >
                {source ? 'Add another picture underneath' : 'Add a picture underneath (PNG, JPEG, SVG)'}
              </button>
              {source && (
                <>
                  <p className="mt-1 flex items-center justify-between gap-2">
                    <span className="min-w-0 truncate">{source.name}</span>
                    <Tick
                      name="Picture shown"
                      on={source.shown}
                      onChange={(shown) => keep({ shown }, shown ? 'Picture shown' : 'Picture hidden')}
                    />
                  </p>
                  <label className="mt-1 flex items-center gap-2">
                    Opacity
                    <input
                      type="range"
                      aria-label="Opacity of the picture"
                      min={0.1}
                      max={1}
                      step={0.05}
                      value={source.opacity}
                      onChange={(e) => keep({ opacity: Number(e.target.value) }, 'Opacity of the picture')}
                      className="min-w-0 flex-1 accent-[var(--color-deep)]"
                    />
                  </label>
                  <button
                    type="button"
                    onClick={() => {
                      scaleBy([]);
                      close();
                    }}
                    className="mt-1 font-semibold text-house hover:underline"
                  >
                    Scale or measure by two points
                  </button>
                </>
              )}
              <h3 className="mt-3 border-b border-rule-strong font-semibold">Sizes that were given</h3>
              <ul>
                {rows.map((r, i) => (
                  <li
                    // biome-ignore lint/suspicious/noArrayIndexKey: the same size may be in the list twice
                    key={i}
                    className="flex items-baseline gap-2 border-b border-rule py-0.5"
                  >
                    <span className="figures w-16">{r.text}</span>
                    <span className={`w-[86px] font-semibold ${MARK[r.standing]}`}>{r.standing}</span>
                    <span className="min-w-0 flex-1 text-second">{r.where}</span>
                    <button
                      type="button"
                      aria-label={`Take ${r.text} off the list`}
                      className="text-second hover:underline"
                      onClick={() =>
                        keepSizes(
                          (sizes) => sizes.toSpliced(sizes[i] === r.text ? i : sizes.indexOf(r.text), 1),
                          `Given size ${r.text} taken off`,
                        )
                      }
                    >
                      ×
                    </button>
                  </li>
                ))}
              </ul>
              <textarea
                aria-label="Sizes that were given"
                rows={2}
                placeholder="45, ⌀12, L = 90, 5/8 drill: each as often as it stands there"
                className={`${field} figures mt-1 w-full resize-none`}
                value={size}
                onChange={(e) => setSize(e.target.value)}
                onKeyDown={(e) => {
                  const more = pastedSizes(size);
                  if (e.key !== 'Enter' || e.shiftKey || !more.length) return;
                  e.preventDefault();
                  keepSizes((sizes) => [...sizes, ...more], `Given sizes ${more.join(', ').slice(0, 60)}`);
                  setSize('');
                }}
              />
              <FaultNote texts={fault ? [fault] : []} />
            </div>
          </>
        )}
      </PopoverPanel>
    </Popover>
  );
};
