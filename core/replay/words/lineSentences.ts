import type { ViewName } from '../../geometry/viewFrames.ts';
import { ROOT_SHARE } from '../../part/standard/thread.ts';
import { faceWords } from '../../reading/words.ts';
import type { ArcByCrown, ThreadRoot } from '../instruction.ts';
import { degreesText, figureText } from './figures.ts';
import { lineWords, placeWords, statedWords } from './places.ts';
import { doneIn, type Sentences, seenWord, whySeen } from './sentence.ts';
import type { Wording } from './wording.ts';

/** An arc by its face or its crown: "the arc on the side 2 of head", "the arc at the upper side of cotter". */
const arcWords = (w: Wording, view: ViewName | undefined, { crown, face }: ArcByCrown): string => {
  if (face !== undefined) return `the arc on ${faceWords(face)}`;
  const at = view && placeWords(w, { view, at: crown });
  return at ? `the arc at ${at}` : 'the arc';
};

/** How the root of a thread is worked out: "(12 - 1.0825 x 1.75)/2". */
const rootText = ({ written }: Wording, root: ThreadRoot): string => {
  const outside = written.size(root.outside);
  return 'pitch' in root
    ? `(${outside} - ${ROOT_SHARE} x ${written.size(root.pitch)})/2`
    : `${root.share} x ${outside}/2`;
};

/** Lines, circles and plotted curves of the views. */
export const LINE_SENTENCES: Sentences<
  | 'drawLine'
  | 'breakLine'
  | 'freehandBreak'
  | 'uncutLine'
  | 'drawRound'
  | 'lightCircle'
  | 'bisectChord'
  | 'crownOnLine'
  | 'setOffCrown'
  | 'centreByCrown'
  | 'divideCircle'
  | 'ellipsePoints'
  | 'joinEllipse'
  | 'markOnCircle'
  | 'joinPlotted'
  | 'coneEnd'
  | 'chamferCircle'
  | 'chamferEnd'
  | 'chamferArc'
  | 'taperByRatio'
> = {
  drawLine: ({ how, from, to, line }, { view }, w) => {
    const [a, b] = [from, to].map((at) => view && placeWords(w, { view, at }));
    const ends = a && b && a !== b ? ` from ${a} to ${b}` : '';
    const place = `${ends} in the ${view} view${lineWords(line)}`;
    return how === 'light'
      ? { text: `Draw the line light${place}`, why: 'All lines are drawn light before any is lined in.' }
      : { text: `Draw the ${how} line${place}`, why: whySeen(how === 'visible') };
  },
  breakLine: ({ from, to }, { view }, w) => {
    const [a, b] = [from, to].map((at) => view && placeWords(w, { view, at }));
    const ends = a && b && a !== b ? ` from ${a} to ${b}` : '';
    return {
      text: `Draw a narrow break line with a zigzag${ends} in the ${view} view, 3 mm beyond the outline on both sides`,
      why: 'The part runs on here: where it ends is no size of the drawing.',
    };
  },
  freehandBreak: ({ cut }, { view }) => ({
    text: `Draw a narrow line freehand in the ${view} view round what cut ${cut} is to lay open; the lines of the view end at it`,
    why: 'Inside it the part is seen as the cut leaves it, outside as it is. Where it runs is chosen.',
  }),
  uncutLine: ({ line }, { view }) => ({
    text: `Draw the line light in the ${view} view${lineWords(line)}, as if nothing were cut`,
    why: 'The whole solid first: the cut is then found on its edges.',
  }),
  drawRound: ({ seen, what, line }, { view }) => ({
    text: `Draw the ${seenWord(seen)} ${what} in the ${view} view${lineWords(line)}`,
    why: whySeen(seen),
  }),
  lightCircle: ({ figure, centre, root }, { view }, w) => {
    const { of } = figure.origin;
    const about = of && statedWords(of);
    const length = root
      ? figureText(w, figure).replace(/^\S+/, (x) => `${x} = ${rootText(w, root)}`)
      : figureText(w, figure);
    return {
      text: `Set the compass to ${length} and draw a light circle${about ? ` about ${about}` : ''} in the ${view} view${root ? ', the root of the thread' : ''}`,
      why: root
        ? 'pitch' in root
          ? 'The root of a thread lies five eighths of the height of its 60-degree form inside its outside: 1.0825 of the pitch, both sides together.'
          : 'In drafting proportions the root lines lie a tenth of the diameter inside each side.'
        : 'A round feature is drawn first where it is a circle.',
      brief: [
        `draw a light circle of radius ${length} about`,
        (view && placeWords(w, { view, at: centre })) ?? about ?? 'the centre',
      ],
    };
  },
  bisectChord: ({ arc }, { view }, w) => ({
    text: `Join the ends of ${arcWords(w, view, arc)} in the ${view} view by a light chord and bisect it: equal arcs about both ends cross on either side of it`,
    why: 'The centre of the arc is as far from one end as from the other: it lies on the bisector.',
    brief: ['bisect the chord of', arcWords(w, view, arc)],
  }),
  crownOnLine: ({ arc }, { view }, w) => ({
    text: `Mark the crown of ${arcWords(w, view, arc)} in the ${view} view where the bisector meets the line of the end face`,
    why: 'The chamfer begins on the end face where it touches the middle of each side.',
  }),
  setOffCrown: ({ figure, arc }, { view }, w) => ({
    text: `Set off ${figureText(w, figure)} from the middle of the chord to the crown of ${arcWords(w, view, arc)} in the ${view} view`,
    why: 'The arc is stated by its ends and by how far it bulges.',
  }),
  centreByCrown: ({ arc }, { view }, w) => ({
    text: `Bisect the line from one end of ${arcWords(w, view, arc)} to its crown as well; about the point where both bisectors cross draw a light circle through the end in the ${view} view`,
    why: 'Three points fix a circle: its centre is equally far from all of them.',
    brief: ['by its ends and its crown find the light circle of', arcWords(w, view, arc)],
  }),
  divideCircle: ({ middle, angle }, { view }, w) => {
    const about = view && placeWords(w, { view, at: middle });
    const circle = `the circle${about ? ` about ${about}` : ''}`;
    return {
      text: `Divide ${circle} in the ${view} view: a ray at ${degreesText(angle, 2)}, and the point where it meets the circle`,
      why: 'Where a round face is a circle its generators stand at equal angles; each is a line in the other views.',
      brief: [`divide ${circle} by rays at`, degreesText(angle, 2)],
    };
  },
  ellipsePoints: ({ points, line }, { view }) => ({
    ...doneIn(
      view,
      `draw two light circles about the centre, on the long and on the short half axis; of each ray take the height from the inner and the length from the outer one (${points} points`,
      `)${lineWords(line)}`,
    ),
    why: 'A circle seen aslant is an ellipse; its half axes are projected, and two circles give as many points of it as are wanted.',
  }),
  joinEllipse: ({ seen, line }, { view }) => ({
    text: `Join the points of the ${seenWord(seen)} ellipse in the ${view} view${lineWords(line)}`,
    why: whySeen(seen),
  }),
  markOnCircle: (_i, { view }) => ({
    text: `Mark where the light line meets the circle in the ${view} view`,
    why: 'The curve lies on a round face: where that is a circle, one posting gives the other.',
  }),
  joinPlotted: ({ seen, line }, { view }) => ({
    text: `Join the plotted points of the ${seenWord(seen)} curve in the ${view} view${lineWords(line)}`,
    why: 'No instrument draws this curve; it is plotted point by point and joined by eye.',
  }),
  coneEnd: ({ feature, half, meets }, { view }) => ({
    ...doneIn(
      view,
      `from the rim of ${feature} draw a light line at ${degreesText(half, 6)} to the axis`,
      `; mark where it meets ${meets === 'axis' ? 'the axis' : 'the side of the hole'}`,
    ),
    why: 'The included angle is stated, half of it lies each side of the axis; no depth needs to be calculated.',
  }),
  chamferCircle: ({ feature }, { view }) => ({
    ...doneIn(
      view,
      `about the middle of ${feature} draw a light circle that touches its sides`,
      ': its radius is the distance of one side, square to it',
    ),
    why: 'The chamfer is a cone; it meets the end face in the largest circle that has room on it.',
  }),
  chamferEnd: ({ feature, slope }, { view }) => ({
    ...doneIn(
      view,
      `from the side of the chamfer's circle on the end of ${feature} draw a light line at ${degreesText(slope, 6)} to the end face`,
      ', and mark where it meets the edge of the corner at that side',
    ),
    why: 'A corner seen at the side shows the chamfer as a straight line; all corners end at this height.',
  }),
  chamferArc: ({ seen, off, line }, { view }, w) => ({
    text: `Draw the ${seenWord(seen)} arc of the chamfer in the ${view} view${lineWords(line)}`,
    why: `The curve is a hyperbola; drafters draw the arc through its ends and its crown for it. On the paper it leaves it by ${w.written.paper(Math.ceil(off * 100) / 100)} at most.`,
  }),
  taperByRatio: ({ feature, n, unit, from, half }, { view }, w) => {
    const start = view && placeWords(w, { view, at: from });
    const ratio = w.written.number(n);
    return {
      ...doneIn(
        view,
        `from ${start ?? 'the end of the stated width'} set off ${ratio} units of ${w.written.paper(unit)} along ${feature} and ${half ? 'half a unit' : 'one unit'} across`,
        '; draw the slope through both points and mark where it meets the ends',
      ),
      why: half
        ? `A taper 1:${ratio} on both sides narrows by one in ${ratio} in all, half of it at each side: no width needs to be calculated.`
        : `A taper 1:${ratio} narrows by one in ${ratio}: no width needs to be calculated.`,
    };
  },
};
