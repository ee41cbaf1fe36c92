import type { Drawing } from '../core/drawing/drawing.ts';
import type { DaybookLine, Kept } from '../server/store.ts';

/** The desk's calls to the server. A refusal becomes an error whose message is the server's sentence. */
export class ServerRefusal extends Error {
  readonly status: number;
  constructor(status: number, message: string) {
    super(message);
    this.status = status;
  }
}

const call = async <T>(path: string, method: string, body?: unknown): Promise<T> => {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    });
  } catch {
    throw new ServerRefusal(
      0,
      'The server does not answer. Your change is kept here and stored when it is back.',
    );
  }
  const answer = (await response.json()) as T & { error?: string };
  if (!response.ok) throw new ServerRefusal(response.status, answer.error ?? 'The server refused this.');
  return answer;
};

const at = (id: string): string => `/api/drawings/${encodeURIComponent(id)}`;

export const openFile = (file: unknown, name: string): Promise<Kept> =>
  call('/api/drawings', 'POST', { file, name });
export const copyDrawing = (id: string): Promise<Kept> => call('/api/drawings', 'POST', { copyOf: id });
export const archive = (id: string, archived: boolean): Promise<unknown> =>
  call(at(id), 'PATCH', { archived });
export const storeChange = (id: string, revision: number, drawing: Drawing, label: string): Promise<Kept> =>
  call(at(id), 'PUT', { revision, drawing, label });
export const stepBack = (id: string, direction: -1 | 1): Promise<Kept> =>
  call(`${at(id)}/history`, 'POST', { direction });
export const daybook = (id: string): Promise<DaybookLine[]> => call(`${at(id)}/history`, 'GET');
export type SavedAs = 'svg' | 'pdf' | 'dxf' | 'dxf-true' | 'part' | 'drawing';
export const fileAddress = (id: string, as: SavedAs, inline = false): string =>
  `${at(id)}/sheet?as=${as}${inline ? '&inline' : ''}`;

/** Several drawings as one PDF, in this order. */
export const sheetsAddress = (ids: readonly string[]): string =>
  `/api/drawings/sheets?${ids.map((id) => `id=${encodeURIComponent(id)}`).join('&')}&inline`;

export const sourceAddress = (id: string): string => `${at(id)}/source`;
/** Keeps the picture beneath a drawing. */
export const keepPicture = async (id: string, picture: Blob): Promise<void> => {
  const response = await fetch(sourceAddress(id), {
    method: 'PUT',
    body: picture,
    headers: { 'content-type': picture.type },
  }).catch(() => undefined);
  if (!response) throw new ServerRefusal(0, 'The server does not answer; the picture is not kept.');
  if (!response.ok)
    throw new ServerRefusal(
      response.status,
      ((await response.json()) as { error?: string }).error ?? 'The server refused this.',
    );
};
