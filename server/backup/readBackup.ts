import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { Unzip, UnzipInflate } from 'fflate';
import {
  CONTENTS,
  type Contents,
  contentsSchema,
  type KeptDrawing,
  keptDrawingSchema,
} from './backupFormat.ts';

/** A file that is no whole backup; the message is a sentence with the remedy. */
export class NotABackup extends Error {}

/** The largest text that is taken out of a backup: a drawing with all its history and issues, bytes. */
const LARGEST_TEXT = 512 * 1024 * 1024;

/** So much of the file is read at a time, bytes. */
const PIECE = 256 * 1024;

const unreadable = (name: string, why: string): NotABackup =>
  new NotABackup(`${name} cannot be read (${why}). It is no backup, or not a whole one; take another copy.`);

/** The files of a ZIP, one after another; none is held longer than it is looked at. */
async function* filesOf(path: string, name: string): AsyncGenerator<{ file: string; text: string }> {
  let done: { file: string; text: string }[] = [];
  let failed: Error | undefined;
  const unzip = new Unzip((file) => {
    const pieces: Uint8Array[] = [];
    let size = 0;
    file.ondata = (error, piece, isLast) => {
      if (failed) return;
      size += piece?.length ?? 0;
      if (error) failed = unreadable(name, error.message);
      else if (size > LARGEST_TEXT) failed = unreadable(name, `${file.name} is larger than any drawing`);
      else {
        pieces.push(piece);
        if (isLast) done.push({ file: file.name, text: Buffer.concat(pieces).toString('utf8') });
      }
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  const push = (piece: Uint8Array, isLast: boolean): void => {
    try {
      unzip.push(piece, isLast);
    } catch (error) {
      failed ??= unreadable(name, (error as Error).message);
    }
  };
  for await (const piece of createReadStream(path, { highWaterMark: PIECE })) {
    push(piece as Uint8Array, false);
    if (failed) throw failed;
    yield* done;
    done = [];
  }
  push(new Uint8Array(0), true);
  if (failed) throw failed;
  yield* done;
}

const json = (name: string, file: string, text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw unreadable(name, `${file}: ${(error as Error).message}`);
  }
};

/**
 * What a backup holds. Every file is checked against its checksum and its form before anything is returned.
 * @param path where it lies
 * @param name what it is called in messages
 * @throws NotABackup where anything is missing, changed, or cut off
 */
export const checkBackup = async (path: string, name: string): Promise<Contents> => {
  const found = new Map<string, string>();
  let contents: Contents | undefined;
  for await (const { file, text } of filesOf(path, name)) {
    if (file === CONTENTS) {
      const read = contentsSchema.safeParse(json(name, file, text));
      if (!read.success) throw unreadable(name, `${file}: ${read.error.issues[0]?.message}`);
      contents = read.data;
      continue;
    }
    const read = keptDrawingSchema.safeParse(json(name, file, text));
    if (!read.success) {
      const [issue] = read.error.issues;
      throw unreadable(name, `${file}, ${issue?.path.join('.')}: ${issue?.message}`);
    }
    found.set(file, createHash('sha256').update(text).digest('hex'));
  }
  if (!contents) throw unreadable(name, `${CONTENTS} is missing`);
  for (const { file, sha256 } of contents.drawings) {
    const own = found.get(file);
    if (own === undefined) throw unreadable(name, `${file} is missing`);
    if (own !== sha256) throw unreadable(name, `${file} was changed`);
  }
  return contents;
};

/** The drawings of a checked backup, one after another. */
export async function* drawingsOf(
  path: string,
  name: string,
  contents: Contents,
): AsyncGenerator<KeptDrawing> {
  const wanted = new Set(contents.drawings.map((d) => d.file));
  for await (const { file, text } of filesOf(path, name))
    if (wanted.has(file)) yield keptDrawingSchema.parse(json(name, file, text));
}
