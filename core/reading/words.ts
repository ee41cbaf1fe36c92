import type { ViewName } from '../geometry/viewFrames.ts';
import type { Account } from '../naming/accounts.ts';
import { faceInWords } from '../naming/keys.ts';
import { listed } from '../naming/listed.ts';
import { decimal, sizeText } from '../number/format.ts';
import { CUT_FACE } from '../view/firstMet.ts';
import type { FacePosting, FaceStory } from './faceBook.ts';
import type { LineStory } from './lineStory.ts';

/** A face in words, that of a cut too. */
export const faceWords = (key: string): string => (key === CUT_FACE ? 'the cut face' : faceInWords(key));

/** Which account runs along the sight of a view. */
const SIGHT: Record<ViewName, Account> = {
  front: 'D',
  back: 'D',
  top: 'H',
  bottom: 'H',
  left: 'W',
  right: 'W',
};

/** Two faces that meet in the line differ in level by their slopes alone: by less than so many times the way one looks aside. */
const STEEPEST = 20;
const sentence = (text: string): string => `${text[0]?.toUpperCase()}${text.slice(1)}.`;

const parts = ({ left, right, aside }: LineStory, view: ViewName): string => {
  if (!left && !right) return 'Nothing stands beside it on either side: it is an edge seen by itself.';
  if (!left || !right) {
    const there = (left ?? right) as NonNullable<LineStory['left']>;
    return `It bounds ${faceWords(there.face)}; beyond it nothing is met.`;
  }
  if (left.face === right.face) return `${sentence(faceWords(left.face))} lies on both sides of it.`;
  const step = Math.abs(left.level - right.level);
  const [near, far] = left.level >= right.level ? [left, right] : [right, left];
  if (step > STEEPEST * aside)
    return `It parts ${faceWords(near.face)} from ${faceWords(far.face)}, which lies ${decimal(step, 3)} further back (${SIGHT[view]}).`;
  return `It parts ${faceWords(near.face)} from ${faceWords(far.face)}, at the same level there: they have different slopes.`;
};

/** The description of a line, one sentence a fact. @param unit of the part */
export const lineWords = (s: LineStory, view: ViewName, unit: 'mm' | 'in'): string[] => {
  const kind = s.seen ? 'visible' : 'hidden';
  const what =
    s.line.kind === 'outline'
      ? `A ${kind} outline: ${faceWords(s.faces[0] as string)} turns away from the observer here`
      : s.line.kind === 'tangent'
        ? `A ${kind} tangent join of ${listed(s.faces.map(faceWords))}`
        : `A ${kind} edge of ${listed(s.faces.map(faceWords))}`;
  const why = s.seen
    ? 'Nothing stands before it.'
    : s.before
      ? `${sentence(`${faceWords(s.before.face)} stands before it, so it is dashed`)}`
      : 'The part itself stands before it, so it is dashed.';
  const same =
    s.trueLength !== undefined && Math.abs(s.trueLength - s.length) <= 1e-6 * Math.max(1, s.trueLength);
  const length =
    s.trueLength === undefined
      ? `It is ${sizeText(s.length, unit)} ${unit} long in this view.`
      : same
        ? `It is ${sizeText(s.length, unit)} ${unit} long, its true length.`
        : `It is ${sizeText(s.length, unit)} ${unit} long in this view; its true length is ${sizeText(s.trueLength, unit)} ${unit}.`;
  return [`${what}.`, why, ...(s.seen ? [parts(s, view)] : []), length];
};

/** How a face is posted in a view, in words. */
export const postingWords = (p: FacePosting): string => {
  if (p.as === 'edge') return p.seen ? 'an edge' : 'an edge, hidden';
  if (p.as === 'covered') return 'hidden: something stands before it';
  if (p.as === 'away') return 'nothing: it looks away or is cut off';
  if (p.round) return 'an area, round';
  return p.true ? 'an area, in its true shape' : `an area, foreshortened to ${decimal(p.share, 3)}`;
};

/** The heading of what was pointed at. */
export const faceHeading = (s: FaceStory): string => {
  if (s.kind === 'opening') return 'An opening: one looks right through the part here.';
  if (s.kind === 'beside') return 'Beside the part: nothing is met here.';
  return sentence(faceWords(s.face));
};
