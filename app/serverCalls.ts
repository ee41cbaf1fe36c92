import type { Drawing } from '../core/drawing/drawing.ts';
import type { Measured, Printer } from '../core/print/printer.ts';
import type { RestorePlan } from '../exchange/backup.ts';
import type { IssuedFile, IssueRequest, IssueRow } from '../exchange/issue.ts';
import type { Daybook, Kept, NumberProposal, RegisterRow, Stored } from '../exchange/kept.ts';
import type { PlaceOnSheet } from '../exchange/live.ts';
import type { PrinterRequest } from '../exchange/print.ts';
import type { ManyRequest } from '../exchange/register.ts';
import type { SheetExportId } from '../formats/exports.ts';
import type { SolidFormat } from '../formats/solidFormats.ts';
import { newId } from './newId.ts';

/** What became of a request. `words` is a sentence for the reader. */
export type Outcome<T> =
  | { readonly kind: 'done'; readonly value: T }
  /** no answer, or none of the program's own: the same request may be sent again */
  | { readonly kind: 'unavailable'; readonly words: string }
  /** the drawing has moved on; `current` is how it stands now */
  | { readonly kind: 'conflict'; readonly words: string; readonly current: Kept }
  | { readonly kind: 'refused'; readonly status: number; readonly words: string };

/** As long as an answer is waited for, ms: longer than the server computes. */
const PATIENCE = 90_000;

const unavailable = (what: string): Outcome<never> => ({
  kind: 'unavailable',
  words: `${what} Your changes are kept in this browser and stored when it is back.`,
});

/** Statuses that say nothing of the request itself; after 401 it is sent again once one has signed in. */
const isTemporary = (status: number): boolean =>
  status >= 500 || status === 408 || status === 429 || status === 401;

export const send = async <T>(
  path: string,
  method: string,
  body?: { readonly content: BodyInit; readonly type: string },
): Promise<Outcome<T>> => {
  let response: Response;
  let answer: unknown;
  try {
    response = await fetch(path, {
      method,
      signal: AbortSignal.timeout(PATIENCE),
      ...(body && { body: body.content, headers: { 'content-type': body.type } }),
    });
    const text = await response.text();
    try {
      answer = JSON.parse(text);
    } catch {
      // something else than this program answered: a proxy with a page of its own
      return response.ok || isTemporary(response.status)
        ? unavailable(`The server cannot be reached (answer ${response.status}).`)
        : {
            kind: 'refused',
            status: response.status,
            words: `The server refused this (${response.status}).`,
          };
    }
  } catch {
    return unavailable('The server does not answer.');
  }
  if (response.ok) return { kind: 'done', value: answer as T };
  const { error, current } = (answer ?? {}) as { error?: string; current?: Kept };
  const words = error ?? `The server refused this (${response.status}).`;
  if (isTemporary(response.status)) return { kind: 'unavailable', words };
  if (response.status === 409 && current) return { kind: 'conflict', words, current };
  return { kind: 'refused', status: response.status, words };
};

export const sendJson = <T>(path: string, method: string, data: unknown): Promise<Outcome<T>> =>
  send(path, method, { content: JSON.stringify(data), type: 'application/json' });

const at = (id: string): string => `/api/drawings/${encodeURIComponent(id)}`;

/** A change as it is sent: `change` is its own id, so that one sent twice is made once. */
export type SentChange = {
  readonly change: string;
  readonly revision: number;
  readonly drawing: Drawing;
  readonly label: string;
};
export type SentStep = { readonly change: string; readonly revision: number; readonly direction: -1 | 1 };

/** What a session asks of the server. */
export type DrawingServer = {
  readonly read: (id: string) => Promise<Outcome<Kept>>;
  /** how the drawing stands, where it has moved on from a revision */
  readonly newer: (id: string, revision: number) => Promise<Outcome<Kept | { readonly unchanged: true }>>;
  /** `unchecked` says why the change was stored without a check */
  readonly store: (
    id: string,
    change: SentChange,
  ) => Promise<Outcome<Stored & { readonly unchecked?: string }>>;
  readonly step: (id: string, step: SentStep) => Promise<Outcome<Kept>>;
  /** a drawing of its own under an id made here */
  readonly create: (id: string, file: unknown, name: string) => Promise<Outcome<Kept>>;
};

export const drawingServer: DrawingServer = {
  read: (id) => send(at(id), 'GET'),
  newer: (id, revision) => send(`${at(id)}?after=${revision}`, 'GET'),
  store: (id, change) => sendJson(at(id), 'PUT', change),
  step: (id, step) => sendJson(`${at(id)}/history`, 'POST', step),
  create: (id, file, name) => sendJson('/api/drawings', 'POST', { id, file, name }),
};

/** The value of an outcome, or its words as an error. */
export const answered = async <T>(asked: Promise<Outcome<T>>): Promise<T> => {
  const outcome = await asked;
  if (outcome.kind === 'done') return outcome.value;
  throw new Error(outcome.words);
};

export const openFile = (file: unknown, name: string): Promise<Kept> =>
  answered(drawingServer.create(newId(), file, name));
export const copyDrawing = (copyOf: string): Promise<Kept> =>
  answered(sendJson('/api/drawings', 'POST', { id: newId(), copyOf }));
export const BACKUP = '/api/backup';
/** Says what bringing a backup back would do, or does it. @param isSetBack drawings changed since get its state */
export const sendBackup = (file: Blob, doing: 'plan' | 'restore', isSetBack: boolean): Promise<RestorePlan> =>
  answered(
    send(`${BACKUP}?do=${doing}&back=${isSetBack ? 1 : 0}`, 'POST', {
      content: file,
      type: 'application/zip',
    }),
  );
/** The drawings of the register. */
export const register = (): Promise<RegisterRow[]> => answered(send('/api/drawings', 'GET'));
/** A free number for a drawing, and whether another one has its own. @param own what it has now; # stands for open figures */
export const numberProposal = (of: string, own: string): Promise<NumberProposal> =>
  answered(send(`/api/drawings/numbers?${new URLSearchParams({ of, own })}`, 'GET'));
export const archive = (id: string, archived: boolean): Promise<unknown> =>
  answered(sendJson(at(id), 'PATCH', { archived }));
/** Puts several drawings into a folder, tags them, or puts them away. */
export const setMany = (asked: ManyRequest): Promise<unknown> =>
  answered(sendJson('/api/drawings/many', 'PATCH', asked));
export const daybook = (id: string): Promise<Daybook> => answered(send(`${at(id)}/history`, 'GET'));
/** Keeps the picture beneath a drawing. */
export const keepPicture = (id: string, picture: Blob): Promise<unknown> =>
  answered(send(sourceAddress(id), 'PUT', { content: picture, type: picture.type }));

/** Where the server tells of a drawing's changes as they happen. */
export const liveAddress = (id: string): string => `${at(id)}/live`;
/** Tells the others at a drawing where one points on its sheet; nothing where one does not any more. */
export const tellPointing = (id: string, place: PlaceOnSheet | null): Promise<unknown> =>
  sendJson(liveAddress(id), 'POST', { at: place });
const issuesAddress = (id: string): string => `${at(id)}/issues`;
/** The issues of a drawing, the newest first. */
export const issuesOf = (id: string): Promise<IssueRow[]> => answered(send(issuesAddress(id), 'GET'));
/** Freezes a drawing as it is stored. */
export const issueSheet = (id: string, asked: IssueRequest): Promise<IssueRow[]> =>
  answered(sendJson(issuesAddress(id), 'POST', asked));
/** Withdraws an issue; its files stay. */
export const withdrawIssue = (id: string, letter: string): Promise<IssueRow[]> =>
  answered(sendJson(issuesAddress(id), 'DELETE', { letter }));
export const issuedAddress = (id: string, letter: string, as: IssuedFile): string =>
  `${issuesAddress(id)}/${encodeURIComponent(letter)}?as=${as}`;

export type SavedAs = SheetExportId | SolidFormat | 'part' | 'drawing';
export const fileAddress = (id: string, as: SavedAs, inline = false): string =>
  `${at(id)}/sheet?as=${as}${inline ? '&inline' : ''}`;

/** A sheet as a small picture; the browser keeps it as long as the drawing's revision stands. */
export const thumbnailAddress = (id: string, revision: number): string =>
  `${fileAddress(id, 'svg', true)}&revision=${revision}`;

/** Several drawings as one PDF, in this order; after a list of them where asked. */
export const sheetsAddress = (ids: readonly string[], withList = false): string =>
  `/api/drawings/sheets?${ids.map((id) => `id=${encodeURIComponent(id)}`).join('&')}${withList ? '&list' : ''}&inline`;

/** Several drawings as a ZIP with all their files. */
export const archiveAddress = (ids: readonly string[]): string =>
  `/api/drawings/archive?${ids.map((id) => `id=${encodeURIComponent(id)}`).join('&')}`;

/** How a sheet is printed: over tiles, for a printer that was measured. */
export type PrintChoice = {
  readonly printer?: string;
  readonly tile?: string;
  readonly margin?: number;
  readonly overlap?: number;
};
/** The PDF of a sheet for a printer, shown in the browser. */
export const printAddress = (id: string, how: PrintChoice): string => {
  const query = new URLSearchParams(Object.entries(how).map(([k, v]) => [k, String(v)]));
  return `${fileAddress(id, 'pdf', true)}${query.size ? `&${query}` : ''}`;
};

/** A printer, with what its test page measures, mm. */
export type PrinterShown = Printer & { readonly bars: Measured };
const PRINTERS = '/api/printers';
export const TEST_PAGE = `${PRINTERS}/test-page`;
export const listPrinters = (): Promise<PrinterShown[]> => answered(send(PRINTERS, 'GET'));
/** Remembers a printer by what its test page measures, mm. */
export const keepPrinter = (asked: PrinterRequest): Promise<PrinterShown[]> =>
  answered(sendJson(PRINTERS, 'PUT', asked));
export const forgetPrinter = (name: string): Promise<PrinterShown[]> =>
  answered(sendJson(PRINTERS, 'DELETE', { name }));

export const sourceAddress = (id: string): string => `${at(id)}/source`;
