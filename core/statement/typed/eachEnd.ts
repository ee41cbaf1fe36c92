import type { Box3 } from '../../geometry/box.ts';
import { Ask } from './ask.ts';
import { FIGURE, oneOf } from './placesListed.ts';
import { SAME } from './placing.ts';

const EACH_END = new RegExp(
  String.raw`\b(${FIGURE}(?:\s*(?:mm|in|"))?)\s+from\s+(?:each|both|either)\s+(?:of\s+the\s+)?ends?\b`,
  'i',
);

/**
 * The two lines of one that sets something as far from each end of the part; undefined where the line does not. The ends are those of its
 * longer level direction.
 * @param box the part
 * @throws Ask where the part is as wide as deep, or the line counts more or fewer things than ends
 */
export const fromEachEnd = (text: string, box: Box3 | undefined): readonly string[] | undefined => {
  const said = EACH_END.exec(text);
  if (!said || !box) return undefined;
  const longer = box[3] - box[0] - (box[4] - box[1]);
  if (Math.abs(longer) < SAME)
    throw new Ask(
      `The part is as wide as deep. Which are its ends? For instance: ${said[1]} from left, mirrored left to right.`,
      [],
    );
  const ends = longer > 0 ? ['left', 'right'] : ['front', 'back'];
  const [begun, rest] = [text.slice(0, said.index), text.slice(said.index + said[0].length)];
  const one = oneOf(begun, ends.length);
  return ends.map((end) => `${one}${said[1]} from ${end}${rest}`);
};
