import { answered, sendJson } from '../serverCalls.ts';

/** Puts the demo drawings into an empty register. */
export const addDemoDrawings = (): Promise<unknown> => answered(sendJson('/api/drawings/demo', 'POST', {}));
