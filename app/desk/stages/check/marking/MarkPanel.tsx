'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import {
  HEADING_WORDS,
  HEADINGS,
  type Heading,
  type MarkScheme,
  marksFor,
  USUAL_SCHEME,
} from '../../../../../core/mark/marks.ts';
import { paperSize } from '../../../../../core/sheet/layout/paper.ts';
import { csvLine } from '../../../../../formats/csv.ts';
import type { MarkAnswer } from '../../../../../workers/marking.ts';
import { field } from '../../../book/Page.tsx';
import { saveFile } from '../../../book/saveFile.ts';
import { fetchedLater } from '../../../fetchedLater.tsx';
import { useDesk, useSession } from '../../../useDesk.ts';

const CommonMistakes = fetchedLater(() => import('./CommonMistakes.tsx').then((m) => m.CommonMistakes));

const press =
  'rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] font-semibold text-deep hover:bg-hover disabled:opacity-40';
type MarkedFile = { readonly name: string; readonly answer: MarkAnswer };

/** As many kinds of mistake as the chart shows. */
const SHOWN = 10;

/** Without dimensions that can be read, those marks are left out of the sum. */
const schemeFor = (answer: MarkAnswer, scheme: MarkScheme): MarkScheme =>
  answer.ok && answer.isDimensioned ? scheme : { ...scheme, full: { ...scheme.full, dimensions: 0 } };

/** Drawings made elsewhere, one or a whole class, marked against this one by a scheme that the teacher sets. */
export const MarkPanel = ({ onClose }: { onClose: () => void }) => {
  const { session, engine } = useDesk();
  const model = useSession((s) => s.drawing);
  const [scheme, setScheme] = useState<MarkScheme>(USUAL_SCHEME);
  const [files, setFiles] = useState<readonly MarkedFile[]>([]);
  const [left, setLeft] = useState(0);
  const [open, setOpen] = useState<string>();
  const [words, setWords] = useState<string>();
  const bring = async (picked: readonly File[]): Promise<void> => {
    setLeft(picked.length);
    for (const file of picked) {
      const answer = await engine.mark(session.state.getState().drawing, file.name, await file.text());
      setFiles((now) => [...now.filter((f) => f.name !== file.name), { name: file.name, answer }]);
      setLeft((n) => n - 1);
    }
  };
  const setFigure = (part: keyof MarkScheme, h: Heading, text: string): void => {
    const n = Number(text.replace(',', '.'));
    if (Number.isFinite(n) && n >= 0 && n <= 1000)
      setScheme((s) => ({ ...s, [part]: { ...s[part], [h]: n } }));
  };
  const counts = useMemo(() => {
    const all = new Map<string, number>();
    for (const { answer } of files)
      if (answer.ok) for (const m of answer.mistakes) all.set(m.kind, (all.get(m.kind) ?? 0) + 1);
    return [...all].sort((a, b) => b[1] - a[1]).slice(0, SHOWN);
  }, [files]);
  const csv = (): string =>
    [
      csvLine(['file', ...HEADINGS.map((h) => HEADING_WORDS[h]), 'total', 'of', 'mistakes']),
      ...files.map(({ name, answer }) => {
        if (!answer.ok) return csvLine([name, ...HEADINGS.map(() => ''), '', '', answer.faults.join(' ')]);
        const { by, total, of } = marksFor(answer.mistakes, schemeFor(answer, scheme));
        return csvLine([
          name,
          ...HEADINGS.map((h) => String(by[h])),
          String(total),
          String(of),
          answer.mistakes.map((m) => m.sentence).join(' '),
        ]);
      }),
    ].join('');
  const savePdf = async ({ name, answer }: MarkedFile): Promise<void> => {
    if (!answer.ok) return;
    const own = schemeFor(answer, scheme);
    const [width, height] = paperSize(model.setup);
    const { markedPdf } = await import('../../../../../formats/markedPdf.ts');
    const lettering = new Uint8Array(await (await fetch('/lettering/osifont.ttf')).arrayBuffer());
    const { visible, hidden, figures, mistakes, unmarked } = answer;
    const bytes = await markedPdf(
      {
        file: name,
        model: `${model.number} ${model.title}`.trim(),
        width,
        height,
        visible,
        hidden,
        figures,
        mistakes,
        ...marksFor(mistakes, own),
        full: own.full,
        unmarked,
      },
      lettering,
    );
    saveFile(bytes as BlobPart, 'application/pdf', `${name.replace(/\.[^.]+$/, '')} marked.pdf`);
  };
  const shown = files.find((f) => f.name === open);
  return (
    <Dialog open onClose={onClose} className="relative z-30">
      <div aria-hidden className="fixed inset-0 bg-ink/25" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="flex max-h-full w-[860px] flex-col overflow-hidden rounded-lg border border-rule-strong bg-page shadow-lg">
          <div className="flex items-baseline justify-between border-b-2 border-rule-strong px-5 pt-4 pb-2">
            <div>
              <DialogTitle className="text-[18px] font-bold">Mark drawings</DialogTitle>
              <p className="text-[13px] text-second">
                Drawings made elsewhere, held against {model.title || 'this one'} line by line and size by
                size.
              </p>
            </div>
            <button type="button" aria-label="Close" onClick={onClose} className="rounded p-1 hover:bg-hover">
              <X size={16} aria-hidden />
            </button>
          </div>
          <div className="overflow-y-auto text-[13.5px] leading-[19px]">
            <table className="w-full border-b border-rule" aria-label="Marking scheme">
              <thead>
                <tr className="text-left text-[12.5px] text-second">
                  <th className="py-1.5 pl-5 font-normal">Marks for</th>
                  {HEADINGS.map((h) => (
                    <th key={h} className="py-1.5 font-normal">
                      {HEADING_WORDS[h]}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {(['full', 'cost'] as const).map((part) => (
                  <tr key={part}>
                    <td className="py-1 pl-5 text-second">
                      {part === 'full' ? 'at the most' : 'off for a mistake'}
                    </td>
                    {HEADINGS.map((h) => (
                      <td key={h} className="py-1">
                        <input
                          aria-label={`${HEADING_WORDS[h]}, ${part === 'full' ? 'at the most' : 'off for a mistake'}`}
                          inputMode="decimal"
                          defaultValue={scheme[part][h]}
                          onChange={(e) => setFigure(part, h, e.target.value)}
                          className={`${field} figures w-14 py-0 text-right`}
                        />
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
            <div className="flex items-center gap-3 border-b border-rule px-5 py-2.5">
              <label className="cursor-pointer rounded-md bg-deep px-3 py-1.5 text-[13px] font-semibold text-white focus-within:outline-2 hover:bg-house">
                Bring drawings, DXF or SVG
                <input
                  type="file"
                  multiple
                  aria-label="Drawings to be marked"
                  accept=".svg,.dxf"
                  className="sr-only"
                  onChange={(e) => {
                    const picked = [...(e.target.files ?? [])];
                    e.target.value = '';
                    void bring(picked);
                  }}
                />
              </label>
              {left > 0 && <span className="text-second">{left} left to mark …</span>}
              {files.length > 0 && (
                <button
                  type="button"
                  className={`${press} ml-auto`}
                  onClick={() => saveFile(csv(), 'text/csv', `${model.number || 'class'} marks.csv`)}
                >
                  Save the marks as CSV
                </button>
              )}
            </div>
            {files.length > 0 && (
              <table className="w-full" aria-label="Marks">
                <thead>
                  <tr className="border-b border-rule-strong text-left text-[12.5px] text-second">
                    <th className="py-1 pl-5 font-normal">File</th>
                    {HEADINGS.map((h) => (
                      <th key={h} className="py-1 pr-2 text-right font-normal">
                        {HEADING_WORDS[h]}
                      </th>
                    ))}
                    <th className="margin-line py-1 pr-3 text-right font-normal">Marks</th>
                    <th className="py-1 pr-5 text-right font-normal">
                      <span className="sr-only">Open</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {files.map((f) => (
                    <Row
                      key={f.name}
                      file={f}
                      scheme={scheme}
                      isOpen={open === f.name}
                      onOpen={() => setOpen(open === f.name ? undefined : f.name)}
                      onPdf={() => void savePdf(f).catch((e: Error) => setWords(e.message))}
                    />
                  ))}
                </tbody>
              </table>
            )}
            {words && (
              <p role="alert" className="px-5 py-2 text-fault">
                {words}
              </p>
            )}
            {shown?.answer.ok && (
              <section
                aria-label={`Mistakes in ${shown.name}`}
                className="border-t border-rule-strong px-5 py-2"
              >
                <h3 className="font-semibold">{shown.name}</h3>
                {shown.answer.mistakes.length ? (
                  <ol className="text-[13px]">
                    {shown.answer.mistakes.map((m, i) => (
                      <li key={`${m.kind} ${m.sentence}`} className="flex gap-3 py-0.5">
                        <span className="figures w-5 shrink-0 text-right text-fault">{i + 1}</span>
                        <span className="w-40 shrink-0 text-second">{HEADING_WORDS[m.heading]}</span>
                        <span>{m.sentence}</span>
                      </li>
                    ))}
                  </ol>
                ) : (
                  <p className="text-well">Nothing is wrong with what was marked.</p>
                )}
                {shown.answer.unmarked && <p className="mt-1 text-caution">{shown.answer.unmarked}</p>}
              </section>
            )}
            {files.length > 1 && counts.length > 0 && (
              <section className="border-t border-rule-strong px-5 py-2">
                <h3 className="font-semibold">The commonest mistakes</h3>
                <CommonMistakes counts={counts} />
              </section>
            )}
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
};

const Row = ({
  file,
  scheme,
  isOpen,
  onOpen,
  onPdf,
}: {
  file: MarkedFile;
  scheme: MarkScheme;
  isOpen: boolean;
  onOpen: () => void;
  onPdf: () => void;
}) => {
  const { name, answer } = file;
  if (!answer.ok)
    return (
      <tr className="border-b border-rule">
        <td className="py-1.5 pl-5">{name}</td>
        <td colSpan={HEADINGS.length + 2} className="py-1.5 pr-5 text-fault">
          {answer.faults.join(' ')}
        </td>
      </tr>
    );
  const own = schemeFor(answer, scheme);
  const { by, total, of } = marksFor(answer.mistakes, own);
  return (
    <tr className="border-b border-rule">
      <td className="py-1.5 pl-5">
        <button
          type="button"
          aria-expanded={isOpen}
          onClick={onOpen}
          className="font-semibold text-deep hover:text-house hover:underline"
        >
          {name}
        </button>
      </td>
      {HEADINGS.map((h) => (
        <td key={h} className="figures pr-2 text-right">
          {own.full[h] ? by[h] : <span className="text-second">not marked</span>}
        </td>
      ))}
      <td className="margin-line figures pr-3 text-right font-semibold" data-testid={`marks of ${name}`}>
        {total} of {of}
      </td>
      <td className="pr-5 text-right">
        <button type="button" aria-label={`PDF of ${name}`} className={press} onClick={onPdf}>
          PDF
        </button>
      </td>
    </tr>
  );
};
