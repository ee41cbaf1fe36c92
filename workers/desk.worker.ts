import { expose } from 'comlink';
import { openDesk } from '../core/drawing/desk.ts';
import { type Drawing, readDrawing } from '../core/drawing/drawing.ts';
import { type DeskPicture, deskPicture } from './deskPicture.ts';

/** The desk's engine, away from the thread that types and drags. */
const desk = openDesk();

const api = {
  work: (data: Drawing): DeskPicture => {
    const read = readDrawing(data);
    if (!read.ok) return { ok: false, faults: read.faults };
    const start = performance.now();
    const worked = desk.work(read.value);
    return deskPicture(read.value, worked, performance.now() - start);
  },
};
export type DeskWorker = typeof api;

expose(api);
