'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { X } from 'lucide-react';
import { type ReactNode, useEffect, useState } from 'react';
import { barsPrinted, SIMULATED_PRINTER, TEST_BARS } from '../../../core/print/printer.ts';
import { TILE_PAPERS, type TilePaper, tilePlan } from '../../../core/print/tiles.ts';
import { paperSize, paperTitle } from '../../../core/sheet/layout/paper.ts';
import { paperText, readPaperLength } from '../../../core/sheet/layout/paperLength.ts';
import {
  forgetPrinter,
  keepPrinter,
  listPrinters,
  type PrinterShown,
  printAddress,
  TEST_PAGE,
} from '../../serverCalls.ts';
import { field } from '../book/Page.tsx';
import { useSession } from '../useDesk.ts';

const press =
  'rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] font-semibold text-deep hover:bg-hover disabled:opacity-40';

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section className="border-b border-rule px-5 py-3 text-[13.5px] leading-[19px]">
    <h3 className="mb-1 text-[14px] font-semibold">{title}</h3>
    {children}
  </section>
);

const Length = ({
  name,
  value,
  unit = 'mm',
  onChange,
}: {
  name: string;
  value: string;
  unit?: 'mm' | 'in';
  onChange: (to: string) => void;
}) => (
  <label className="flex items-baseline gap-1.5">
    {name}
    <input
      aria-label={name}
      inputMode="decimal"
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className={`${field} figures w-[62px] py-0 text-right`}
    />
    {unit}
  </label>
);

/** Figures as they are typed, with a point or a comma. */
const figure = (text: string): number => Number(text.trim().replace(',', '.') || Number.NaN);

/** What a printer makes of a length: its test page measured, remembered by its name. */
const MeasurePrinter = ({ onKept }: { onKept: (all: PrinterShown[], name: string) => void }) => {
  const [name, setName] = useState('');
  const [across, setAcross] = useState('');
  const [along, setAlong] = useState('');
  const [words, setWords] = useState<string>();
  const isWhole = name.trim() !== '' && figure(across) > 0 && figure(along) > 0;
  const keep = (): void => {
    setWords(undefined);
    void keepPrinter({ name: name.trim(), across: figure(across), along: figure(along) })
      .then((all) => onKept(all, name.trim()))
      .catch((e: Error) => setWords(e.message));
  };
  return (
    <form
      className="mt-2 rounded-md bg-lit px-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (isWhole) keep();
      }}
    >
      <p>
        <a
          className="font-semibold text-house hover:underline"
          href={TEST_PAGE}
          target="_blank"
          rel="noreferrer"
        >
          Print the test page
        </a>{' '}
        at 100 %, and measure its two bars: {TEST_BARS.across} mm across, {TEST_BARS.along} mm along.
      </p>
      <div className="mt-1.5 flex flex-wrap items-baseline gap-3">
        <label className="flex items-baseline gap-1.5">
          Printer
          <input
            aria-label="Name of the printer"
            value={name}
            maxLength={60}
            onChange={(e) => setName(e.target.value)}
            className={`${field} w-[130px] py-0`}
          />
        </label>
        <Length name="Across" value={across} onChange={setAcross} />
        <Length name="Along" value={along} onChange={setAlong} />
        <button type="submit" disabled={!isWhole} className={press}>
          Remember
        </button>
      </div>
      {words && (
        <p role="alert" className="mt-1 text-fault">
          {words}
        </p>
      )}
    </form>
  );
};

/** Everything of a drawing that goes to paper: the sheet, true on this printer and over small paper where wanted, and the lists beside it. */
export const PrintPanel = ({ onClose, ready }: { onClose: () => void; ready: () => Promise<boolean> }) => {
  const id = useSession((s) => s.id);
  const setup = useSession((s) => s.drawing.setup);
  const [printers, setPrinters] = useState<readonly PrinterShown[]>([]);
  const [printer, setPrinter] = useState('');
  const [isMeasuring, setMeasuring] = useState(false);
  const [tile, setTile] = useState<TilePaper | ''>('');
  const part = useSession((s) => s.drawing.part);
  const perUnit = useSession((s) => s.picture?.perUnit) ?? 1;
  const { units } = part;
  const usual = units === 'mm' ? { margin: 5, overlap: 15 } : { margin: 6.35, overlap: 12.7 };
  const [margin, setMargin] = useState(paperText(usual.margin, units));
  const [overlap, setOverlap] = useState(paperText(usual.overlap, units));
  const [words, setWords] = useState<string>();
  useEffect(() => {
    let isOld = false;
    listPrinters()
      .then((all) => !isOld && setPrinters(all))
      .catch((e: Error) => !isOld && setWords(e.message));
    return () => {
      isOld = true;
    };
  }, []);
  /** A distance on the paper as it is typed, mm; NaN where it cannot be read. */
  const lengthOf = (text: string): number => {
    const read = readPaperLength(text.replace(',', '.'), part, perUnit);
    return read.ok ? read.value : Number.NaN;
  };
  const tiling = tile && { paper: tile, margin: lengthOf(margin), overlap: lengthOf(overlap) };
  const isSane =
    !tiling || (tiling.margin >= 0 && tiling.margin <= 30 && tiling.overlap >= 8 && tiling.overlap <= 60);
  const plan = tiling && isSane ? tilePlan(paperSize(setup), tiling) : undefined;
  const address = printAddress(id, {
    ...(printer && { printer }),
    ...(tiling && { tile: tiling.paper, margin: tiling.margin, overlap: tiling.overlap }),
  });
  const open = async (path: string): Promise<void> => {
    // opened before the wait, or the browser would take it for an unwanted window
    const page = window.open('', '_blank');
    if (!(await ready())) {
      page?.close();
      setWords(
        'This cannot be printed yet: nothing is drawn, or your last changes are not stored. Try again then.',
      );
      return;
    }
    setWords(undefined);
    if (page) page.location.href = path;
  };
  const lists = [
    ['Setting-out list', 'where to mark frame, boxes and lines on the board', 'setting-out'],
    ['Worksheet', 'the construction step by step, with the dividers strip', 'construction'],
    ['Cut book', 'every cut point with its distances, sides and angles', 'cut-book'],
    ['Shop slip', 'what to cut first, and where to drill', 'shop-slip'],
    ['Laid flat', 'the side of a solid, to be cut out and folded', 'development'],
  ] as const;
  return (
    <Dialog open onClose={onClose} className="relative z-30">
      <div aria-hidden className="fixed inset-0 bg-ink/25" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="max-h-full w-[560px] overflow-y-auto rounded-lg border border-rule-strong bg-page shadow-lg">
          <div className="flex items-baseline justify-between border-b-2 border-rule-strong px-5 pt-4 pb-2">
            <DialogTitle className="text-[18px] font-bold">Print</DialogTitle>
            <button type="button" aria-label="Close" onClick={onClose} className="rounded p-1 hover:bg-hover">
              <X size={16} aria-hidden />
            </button>
          </div>
          <Part title={`The sheet, ${paperTitle(setup)}`}>
            <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
              <label className="flex items-baseline gap-1.5">
                On
                <select
                  aria-label="Paper in the printer"
                  className={field}
                  value={tile}
                  onChange={(e) => setTile(e.target.value as TilePaper | '')}
                >
                  <option value="">paper of its own size</option>
                  {TILE_PAPERS.map((p) => (
                    <option key={p} value={p}>
                      tiles of {p}
                    </option>
                  ))}
                </select>
              </label>
              {tile && (
                <>
                  <Length name="Margin" unit={units} value={margin} onChange={setMargin} />
                  <Length name="Overlap" unit={units} value={overlap} onChange={setOverlap} />
                </>
              )}
            </div>
            {tile && (
              <p className={`mt-1 ${plan ? 'text-second' : 'text-fault'}`} data-testid="tiles">
                {plan
                  ? `${plan.tiles.length} ${plan.tiles.length === 1 ? 'tile' : 'tiles'}, ${plan.columns} x ${plan.rows}, each with its name, two check bars, and crosses to lay on one another.`
                  : `A margin is 0 to ${paperText(30, units)} ${units} and an overlap ${paperText(8, units)} to ${paperText(60, units)} ${units}, and both must leave room for a picture.`}
              </p>
            )}
            <div className="mt-2 flex flex-wrap items-baseline gap-x-3 gap-y-1">
              <label className="flex items-baseline gap-1.5">
                Printer
                <select
                  aria-label="Printer"
                  className={field}
                  value={printer}
                  onChange={(e) => setPrinter(e.target.value)}
                >
                  <option value="">prints true</option>
                  {printers.map((p) => (
                    <option key={p.name} value={p.name}>
                      {p.name}
                    </option>
                  ))}
                  <option value={SIMULATED_PRINTER.name}>{SIMULATED_PRINTER.name}</option>
                </select>
              </label>
              <button
                type="button"
                className="font-semibold text-house hover:underline"
                onClick={() => setMeasuring(!isMeasuring)}
              >
                Measure a printer
              </button>
              {printers.some((p) => p.name === printer) && (
                <button
                  type="button"
                  className="text-second hover:underline"
                  onClick={() =>
                    void forgetPrinter(printer)
                      .then((all) => {
                        setPrinters(all);
                        setPrinter('');
                      })
                      .catch((e: Error) => setWords(e.message))
                  }
                >
                  Forget it
                </button>
              )}
            </div>
            <Bars printers={printers} printer={printer} />
            {isMeasuring && (
              <MeasurePrinter
                onKept={(all, name) => {
                  setPrinters(all);
                  setPrinter(name);
                  setMeasuring(false);
                }}
              />
            )}
            <p className="mt-2.5 flex items-center gap-3">
              <button
                type="button"
                disabled={tile !== '' && !plan}
                className="shrink-0 rounded-md bg-deep px-3.5 py-1.5 font-semibold text-white hover:bg-house disabled:opacity-40"
                onClick={() => void open(address)}
              >
                Open the PDF
              </button>
              <span className="text-[12.5px] leading-[16px] text-second">
                Print at 100 %, then measure the check bar before you take anything from the sheet.
              </span>
            </p>
          </Part>
          <Part title="Lists beside it">
            <ul>
              {lists.map(([name, what, path]) => (
                <li key={path} className="flex items-baseline justify-between gap-3 py-0.5">
                  <span>
                    {name}, <span className="text-second">{what}</span>
                  </span>
                  <button
                    type="button"
                    aria-label={`Open the ${name.toLowerCase()}`}
                    className={press}
                    onClick={() => void open(`/drawings/${id}/${path}`)}
                  >
                    Open
                  </button>
                </li>
              ))}
            </ul>
          </Part>
          {words && (
            <p role="alert" className="px-5 py-2 text-[13px] text-fault">
              {words}
            </p>
          )}
        </DialogPanel>
      </div>
    </Dialog>
  );
};

/** What the chosen printer makes of the test page's bars. */
const Bars = ({ printers, printer }: { printers: readonly PrinterShown[]; printer: string }) => {
  const known = printers.find((p) => p.name === printer);
  if (!printer) return null;
  const bars = known?.bars ?? barsPrinted(SIMULATED_PRINTER);
  return (
    <p className="mt-1 text-[13px] text-second" data-testid="printed bars">
      Its test page measures {bars.across.toFixed(1)} mm across and {bars.along.toFixed(1)} mm along; the
      sheet is stretched against that, and says so.
    </p>
  );
};
