import type { Kind } from '../../core/exercise/exercise.ts';
import { scaleText } from '../../core/sheet/layout/paper.ts';
import type { ExercisePicture } from '../../workers/exercisePicture.ts';

/** What a kind of exercise is called. */
export const KIND_TITLES: Record<Kind, string> = {
  'third view': 'Third view from two',
  pictorial: 'Pictorial from three views',
  'hidden lines': 'Hidden or visible',
  'missing line': 'A line that is missing',
  corner: 'A corner found in a view',
  angle: 'First or third angle',
  'sectional view': 'Sectional view',
  'true shape': 'True shape of a cut',
  development: 'Development of a cut prism',
  numbering: 'Number a point',
  'cut points': 'Find a cut point',
  'wrong line': 'A line that is wrong',
  'worked size': 'A size worked out',
  'other angle': 'From first to third angle',
  threads: 'A thread as it is drawn',
  'missing size': 'The size that is missing',
  'set out': 'Views set out in a frame',
};

/** Where the method shelf shows how the answer is constructed by hand; nothing where it is read, not constructed. */
export const KIND_METHOD: Partial<Record<Kind, string>> = {
  'third view': '/method/mitre-line',
  'hidden lines': '/method/setting-out',
  'missing line': '/method/mitre-line',
  'sectional view': '/method#sections',
  'true shape': '/method/true-shape',
  development: '/method/development-of-a-cylinder',
  numbering: '/method/mitre-line',
  'cut points': '/method/cut-points-on-edges',
  'wrong line': '/method/mitre-line',
  threads: '/method#fasteners',
  'set out': '/method/setting-out',
};

const VIEW_WORDS = {
  front: 'front view',
  top: 'top view',
  left: 'left view',
  right: 'right view',
  bottom: 'view from below',
  back: 'back view',
} as const;
export const viewWords = (name: keyof typeof VIEW_WORDS): string => VIEW_WORDS[name];
export const LETTERS = ['A', 'B', 'C', 'D', 'E', 'F'] as const;

/** What is asked. */
export const questionOf = (e: ExercisePicture): string => {
  if (e.kind === 'third view')
    return `Front view and top view are given, in first angle. Which is the ${viewWords(e.wanted)}?`;
  if (e.kind === 'pictorial') return 'Which part has these three views? They stand in first angle.';
  if (e.kind === 'hidden lines')
    return `All lines of the ${viewWords(e.view)} are drawn alike. Which of the lettered ones are hidden?`;
  if (e.kind === 'missing line')
    return `One line is missing in the ${viewWords(e.view)}. Which of the lettered ones is it?`;
  if (e.kind === 'corner')
    return `One corner is marked in the pictorial. Which letter is it in the ${viewWords(e.view.name)}?`;
  if (e.kind === 'sectional view')
    return 'Plane A is an edge in the top view. Which is the sectional front view, section A-A?';
  if (e.kind === 'true shape')
    return 'Plane A is an edge in the front view. Which is the true shape of the cut, seen square to it?';
  if (e.kind === 'development')
    return 'Plane A cuts off the top of the prism. Which is the development of its side below the plane, without base and top?';
  if (e.kind === 'numbering')
    return `One corner is marked in both views. Which letter is it in the ${viewWords(e.view.name)}?`;
  if (e.kind === 'cut points')
    return 'Plane P cuts the edge that is marked in the pictorial. Which letter is the cut point in the top view?';
  if (e.kind === 'wrong line')
    return `One line of the ${viewWords(e.view)} is wrong: hidden drawn as visible, visible drawn as hidden, or one too many. Which?`;
  if (e.kind === 'threads') return `${e.says} Which drawing is right?`;
  if (e.kind === 'worked size') return 'One size is not written. How much is it?';
  if (e.kind === 'missing size')
    return 'One size is missing on this sheet. Which of the lettered ones completes it, so that nothing is given twice?';
  if (e.kind === 'set out') {
    const [w, d, h] = e.size;
    return `A part ${w} wide, ${d} deep and ${h} high is drawn at ${scaleText(e.scale)} in ${e.angle} angle; its views stand in the middle of the frame. How far is the front view from the frame's ${e.axis ? 'lower' : 'left'} edge, in mm on the paper?`;
  }
  if (e.kind === 'other angle')
    return 'These views stand in first angle. Which sheet shows the same part in third angle?';
  return 'Are these views in first angle or in third angle?';
};

const hiddenCount = (e: ExercisePicture): number =>
  e.kind === 'hidden lines'
    ? e.asked.filter((a) => a.isHidden).length
    : e.kind === 'third view'
      ? (e.options[e.right]?.hidden.match(/M/g)?.length ?? 0)
      : 0;
const lines = (n: number): string => (n === 1 ? '1 line is' : `${n} lines are`);

/** Three hints, the last of which leaves little to find. */
export const hintsOf = (e: ExercisePicture): readonly [string, string, string] => {
  if (e.kind === 'third view')
    return [
      'Heights come across from the front view; depths are those of the top view.',
      `In the view that is asked for ${lines(hiddenCount(e))} hidden.`,
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'pictorial')
    return [
      'Take one view after the other, and strike out each part that contradicts it.',
      'In first angle the top view stands below the front view: what is in front of the part is at its lower side.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'hidden lines')
    return [
      `A line is hidden where material stands before it, seen from where the ${viewWords(e.view)} is looked at.`,
      `Of the lettered lines ${lines(hiddenCount(e))} hidden.`,
      `A is ${e.asked[0]?.isHidden ? 'hidden' : 'visible'}.`,
    ];
  if (e.kind === 'missing line')
    return [
      'Take one level of the front view after the other, and look for it in the view.',
      `The line is ${e.lines[e.right]?.isHidden ? 'hidden' : 'visible'}.`,
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'corner')
    return [
      'Ask how far the corner is from the left, from the front and from below, and which two of these the view shows.',
      'Count the corners along the outline of the view from one that you are sure of.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'sectional view')
    return [
      'Take away what stands before the plane, on the side from which the arrows look. What the plane meets is hatched.',
      'Behind the plane all edges that are seen stay; hollows that the plane runs through are not hatched.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'true shape')
    return [
      'Lengths along the trace are true in the front view; depths are those of the top view.',
      'Measure the trace from the first to the last point of the part on it: the true shape is as long.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'development')
    return [
      'Widths of the faces are true in the top view; the heights of the edges are true in the front view.',
      'Follow the edges round the top view from the opening on, and for each look where the trace crosses it in the front view.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'numbering')
    return [
      'The front view says how high the corner is, the top view how deep.',
      `Depths of the top view are widths of the ${viewWords(e.view.name)}.`,
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'cut points')
    return [
      'Find the edge in the front view: where the trace crosses it is the cut point there.',
      'A projector carries it straight down to the same edge in the top view.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'wrong line')
    return [
      'Take one lettered line after the other and look for it in the front and the top view.',
      'For each ask whether material stands before it.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'threads')
    return [
      'The line that a tool or a finger meets is wide: the outside of a bolt, the inside of a tapped hole. The other one is narrow.',
      'Where a screw stands in its hole the screw counts, and nothing of the hole is drawn there. Hatching runs to the wide line.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'worked size')
    return [
      'The chain closes: all its sizes together are the overall size.',
      'Take all written sizes of the chain from the overall size.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'missing size')
    return [
      'Take one axis after the other, and step from figure to figure: every edge and centre must be reached from the first one.',
      'A size that can be worked out from those that stand there would be given twice.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'set out')
    return [
      `Add up what stands ${e.axis ? 'above one another' : 'beside one another'}: two views at ${scaleText(e.scale)}, and the distance between them.`,
      'Take the sum from the length of the frame; half of what is left over is free on either side.',
      'Two of the wrong ones are struck out.',
    ];
  if (e.kind === 'other angle')
    return [
      'In third angle each view stands on the side that it shows: the top view above, a side view on its own side.',
      'The views themselves stay as they are, only their places change.',
      'Two of the wrong ones are struck out.',
    ];
  return [
    'In first angle the part stands before the plane, so each view lands on the far side. In third angle it stays on the side it is seen from.',
    'Take one thing that is only on one side of the part, and look on which side of the front view it is told.',
    `The top view stands ${e.shown === 'first' ? 'below' : 'above'} the front view.`,
  ];
};
