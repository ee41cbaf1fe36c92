import type { Vec3 } from '../../core/geometry/vec.ts';
import { Refusal } from '../../core/number/fault.ts';
import { says } from '../../core/number/faultWords.ts';

const REMEDY = 'Write the file anew.';

/** What may be wrong with a file of triangles, by the reason. */
const WORDS = {
  empty: { what: 'It holds no triangle.', remedy: 'Write the part as a closed net of triangles.' },
  damaged: { what: 'It cannot be read: it is damaged or cut off.', remedy: REMEDY },
  large: {
    what: 'The file is larger than 20 MB.',
    remedy: 'Write fewer triangles, or fewer parts, into one file.',
  },
  figure: { what: 'A figure of it is not as it should be.', remedy: REMEDY },
  'many-faces': {
    what: 'It has more than 20000 flat faces.',
    remedy: 'Write it with fewer triangles, or as STEP, which keeps rounds as rounds.',
  },
  open: { what: 'The net has a hole here.', remedy: 'Close it, and write the file anew.' },
  'turned-over': {
    what: 'Neighbouring triangles here are turned over one against the other.',
    remedy: REMEDY,
  },
  crowded: {
    what: 'More than two triangles meet in one side here.',
    remedy: 'Write parts that touch into files of their own, or move them a little apart.',
  },
  'inside-out': { what: 'The net is turned inside out.', remedy: 'Turn its triangles over.' },
} as const;

const figure = (x: number): string => String(Number(x.toPrecision(6)));

/** Refuses a file of triangles, by the place or the line where something is wrong. */
export const refuseNet = (reason: keyof typeof WORDS, where: Vec3 | string = 'file'): never => {
  const { what, remedy } = WORDS[reason];
  throw new Refusal({
    path: [],
    where: typeof where === 'string' ? where : `at (${where.map(figure).join(', ')})`,
    ...says('solidfile.unread', { reason, what, remedy }),
  });
};
