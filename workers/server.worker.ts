import { parentPort } from 'node:worker_threads';
import { sheetChanges } from '../core/compare/sheetChanges.ts';
import { flatSheet } from '../core/develop/flatSheet.ts';
import { dayOf } from '../core/drawing/day.ts';
import { openDesk } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import { drawnWhole } from '../core/drawing/interruptedPart.ts';
import { differencesOf } from '../core/edit/differences.ts';
import { accountsOf, scaleFromBox } from '../core/ledger/ledger.ts';
import { methodOf } from '../core/method/methods.ts';
import { listed } from '../core/naming/listed.ts';
import { heaviestFeature } from '../core/part/heaviest.ts';
import { partModel } from '../core/part/model.ts';
import { sheetListPages } from '../core/print/sheetList.ts';
import type { ReplayChoice } from '../core/replay/deed.ts';
import { transfersOf } from '../core/replay/dividers.ts';
import { planReplay } from '../core/replay/planReplay.ts';
import { paperTitle, scaleText } from '../core/sheet/layout/paper.ts';
import { paperPerUnit } from '../core/sheet/layout/placement.ts';
import { shopSlip } from '../core/slip/shopSlip.ts';
import { buildPart } from '../core/solid/build.ts';
import { changesSvg } from '../formats/changesSvg.ts';
import { paperDxf } from '../formats/sheetDxf.ts';
import { sheetSvg } from '../formats/sheetSvg.ts';
import { solidFile } from '../formats/solidFile.ts';
import { usualDeviation } from '../formats/solidFormats.ts';
import { WRITERS } from '../formats/writers.ts';
import { cutPicture } from './cutPicture.ts';
import { cutStudy } from './cutting.ts';
import { flatByHand, laidFlat } from './laidFlat.ts';
import { methodPicture } from './methodPicture.ts';
import { readOpened, soundness } from './opened.ts';
import { ruleFigure } from './ruleFigure.ts';
import type {
  Answer,
  ChangesShown,
  ConstructionList,
  CutBook,
  DevelopmentJob,
  DevelopmentMade,
  FileJob,
  FileMade,
  Job,
  Results,
  SolidJob,
} from './serverJob.ts';

/** The server's engine, on a thread of its own, which the server ends when it takes too long. */
const port = parentPort;
if (!port) throw new Error('This runs as a worker thread only.');

/** Says what takes most of the work, in case this thread is ended over it. */
const announce = (drawing: Drawing): void => {
  const model = partModel(drawing.part);
  const heaviest = model.ok ? heaviestFeature(model.value) : undefined;
  if (heaviest) port.postMessage({ heaviest } satisfies Answer);
};

/** What is rounded to on a rule, mm: half a millimetre, a 64th of an inch. */
const RULE_MARK = { mm: 0.5, in: 25.4 / 64 } as const;

const constructionOf = (drawing: Drawing, choice: ReplayChoice): ConstructionList | undefined => {
  const worked = openDesk().work(drawnWhole(drawing));
  if (!worked.ok) return undefined;
  const { sheet, part, rows } = worked;
  const { steps, short } = planReplay(sheet, drawing.part, part, rows, choice, drawing.setup.rules);
  return {
    steps: steps.map(({ text, stage, view }) => ({ text, stage, view })),
    short,
    ledger: rows.map((r) => ({ label: r.label, ...accountsOf(r.at, scaleFromBox(part.box, sheet.angle)) })),
    strip: transfersOf(steps, RULE_MARK[drawing.part.units]),
  };
};

const fileOf = async (job: FileJob): Promise<FileMade> => {
  const sheets = [];
  for (const [i, drawing] of job.drawings.entries()) {
    announce(drawing);
    const worked = openDesk().work(drawing);
    if (!worked.ok) return { ok: false, faults: worked.faults, drawing: i };
    sheets.push(worked.sheet);
  }
  const [sheet, ...others] = sheets;
  if (!sheet) throw new Error('No drawing was named.');
  const author = [...new Set(job.drawings.map((d) => d.drawnBy).filter(Boolean))].join(', ');
  const date = new Date(Math.max(...job.drawings.map((d) => dayOf(d.date).getTime())));
  const scales = sheets.map((s) => scaleText(s.scale / paperPerUnit(1, s.units)));
  const before =
    job.list === undefined
      ? []
      : sheetListPages(
          job.list,
          job.drawings.map((d, i) => ({
            number: d.number,
            title: d.title,
            revision: d.revision,
            sheet: d.sheet ?? '1 of 1',
            scale: scales[i] as string,
            paper: paperTitle(d.setup),
            date: d.date,
          })),
        );
  const facts = { title: job.title, lettering: job.lettering, date, author, before, how: job.how };
  return { ok: true, scales, content: await WRITERS[job.as]([sheet, ...others], facts) };
};

const solidOf = ({ drawing, as }: SolidJob): Results['solid'] => {
  const model = partModel(drawing.part);
  if (!model.ok) return model;
  const built = buildPart(model.value);
  if (!built.ok) return built;
  return solidFile(built.value, {
    format: as,
    deviation: usualDeviation(built.value.units),
    date: dayOf(drawing.date).toISOString().slice(0, 19),
  });
};

const cutBookOf = (drawing: Drawing): CutBook | undefined => {
  const worked = openDesk().work(drawing);
  if (!worked.ok) return undefined;
  const { sheet } = worked;
  return {
    scale: scaleText(sheet.scale / paperPerUnit(1, sheet.units)),
    cuts: worked.sections.flatMap((s) => {
      const study = cutStudy(worked, s.plane.name);
      return study ? [{ cut: cutPicture(s, worked, drawing), study }] : [];
    }),
  };
};

const developmentOf = async (job: DevelopmentJob): Promise<DevelopmentMade> => {
  const { drawing, feature, seam } = job;
  const made = laidFlat(job);
  if (!made.ok) return made;
  const { pieces, cuts } = made.value;
  const title = `${drawing.number} ${feature}${cuts.length ? `, cut by ${listed(cuts)}` : ''}`.trim();
  const sheet = flatSheet(pieces, { title, units: drawing.part.units, seam });
  const facts = { title, lettering: job.lettering, date: dayOf(drawing.date), author: drawing.drawnBy };
  const content =
    job.as === 'dxf'
      ? paperDxf(sheet)
      : job.as === 'svg'
        ? sheetSvg(sheet, title, Buffer.from(job.lettering.usual).toString('base64'))
        : await (await import('../formats/sheetPdf.ts')).sheetPdf([sheet], facts, job.how);
  return { ok: true, content, area: pieces.reduce((sum, d) => sum + d.area, 0), pieces: pieces.length };
};

const changesOf = (before: Drawing, after: Drawing): ChangesShown | undefined => {
  const [was, is] = [before, after].map((d) => openDesk().work(d));
  if (!was?.ok || !is?.ok) return undefined;
  const changes = sheetChanges(was.sheet, is.sheet);
  const { dimensions, isSameScale, gone, added, same } = changes;
  return {
    words: differencesOf(before, after),
    dimensions,
    isSameScale,
    count: { gone: gone.length, added: added.length, same: same.length },
    svg: changesSvg(changes, is.sheet),
  };
};

const resultOf = async (job: Job): Promise<Results[Job['kind']]> => {
  switch (job.kind) {
    case 'check':
      announce(job.drawing);
      return soundness(job.drawing);
    case 'open':
      return readOpened(job.data, job.name);
    case 'settingOut':
      announce(job.drawing);
      return openDesk().plan(job.drawing)?.settingOut;
    case 'slip': {
      announce(job.drawing);
      const books = openDesk().books(job.drawing);
      return books && shopSlip(books, job.allowance);
    }
    case 'construction':
      announce(job.drawing);
      return constructionOf(job.drawing, job.choice);
    case 'method': {
      const method = methodOf(job.slug);
      return method && methodPicture(method, job.figures);
    }
    case 'ruleFigure':
      return ruleFigure(job.rule, job.choice);
    case 'changes':
      announce(job.after);
      return changesOf(job.before, job.after);
    case 'cutBook':
      announce(job.drawing);
      return cutBookOf(job.drawing);
    case 'development':
      announce(job.drawing);
      return developmentOf(job);
    case 'layByHand':
      announce(job.drawing);
      return flatByHand(job);
    case 'file':
      return fileOf(job);
    case 'solid':
      announce(job.drawing);
      return solidOf(job);
  }
};

port.on('message', (job: Job) => {
  resultOf(job).then(
    (done) => port.postMessage({ done } satisfies Answer),
    (error: Error) => port.postMessage({ failed: error.stack ?? error.message } satisfies Answer),
  );
});
