import type { Value, WordsByCode } from './words.ts';

/** What is wrong with cuts, as typed and as stated, and with interrupted views. */
export const CUT_WORDS = {
  'cutline.twice': (v: { first: Value; second: Value }) => ({
    what: `Where the plane runs is said twice: ${v.first}, and ${v.second}.`,
    remedy: 'Leave one of them out.',
  }),
  'cutline.no-axis': () => ({
    what: 'The part has no one axis that a plane could be stated by.',
    remedy:
      'Name the feature whose axis is meant: through the axis of bore. Or count from the sides: 30 above the base.',
  }),
  'cutline.stand': () => ({
    what: 'Which way the plane faces is not said.',
    remedy: 'Add it: parallel to VP, parallel to the profile plane, horizontal, or 45 degrees to HP.',
  }),
  'cutline.stands-twice': () => ({
    what: 'Which way the plane faces is said twice, and not alike.',
    remedy: 'Say it once: horizontal, parallel to VP, or 45 degrees to HP and perpendicular to VP.',
  }),
  'cutline.unused': (v: { typed: Value }) => ({
    what: `"${v.typed}" could not be used.`,
    remedy:
      'Say how the plane stands and what it passes through: horizontal, 30 above the base; 45 degrees to HP, bisecting the axis; parallel to VP, through the axis of bore.',
  }),
  'cutline.idle': (v: { typed: Value }) => ({
    what: `"${v.typed}" does not move a plane that stands so.`,
    remedy: 'Say how far it is along the direction in which it faces, or turn it.',
  }),
  'cutline.open': (v: { way: Value }) => ({
    what: 'Where the plane runs is not said.',
    remedy: `Add it: 20 from the ${v.way}, through the axis, or in the middle.`,
  }),
  'cutline.sight': () => ({
    what: 'One cannot look at the plane from there: it would be seen edge-on.',
    remedy: 'Take a direction that faces it, or leave it out.',
  }),
  'cutline.letter': (v: { name: Value }) => ({
    what: `There is a cut ${v.name} already.`,
    remedy: 'Take another letter, or leave it out.',
  }),
  'cutline.view': (v: { typed: Value }) => ({
    what: `"${v.typed}" does not say how a plane stands, nor in which view it is an edge.`,
    remedy:
      'Write it so: front view, 16 up at the left to 58 up at the right; or: 45 degrees to HP, bisecting the axis; or: half section about the axis of bore.',
  }),
  'cutline.absent': (v: { view: Value }) => ({
    what: `The ${v.view} view is not on the sheet.`,
    remedy: 'Put it on the sheet under Set out, or take another view.',
  }),
  'cutline.place': (v: { typed: Value }) => ({
    what: v.typed ? `"${v.typed}" is no place in the view.` : 'Where the plane runs is not said.',
    remedy:
      'Write it from the edges: 16 up at the left to 58 up at the right; 12 up; 45 degrees through 20 from left, 5 up; or by features: upright through bore; parallel to the top of wedge, 5 in.',
  }),
  'cutline.corner': (v: { name: Value }) => ({
    what: `No corner is named ${v.name}.`,
    remedy: 'Take the names of the ledger at Transfer; "Names on the sheet" there shows them in the views.',
  }),
  'cutline.three-figures': (v: { typed: Value }) => ({
    what: `${v.typed} is no point of the part.`,
    remedy: 'Write its width, depth and height: (40, 0, 25).',
  }),
  'cutline.corners-in-line': (v: { names: Value }) => ({
    what: `The corners ${v.names} lie in one line, so they make no plane.`,
    remedy: 'Take a third corner beside that line.',
  }),
  'cutline.no-edge': (v: { names: Value }) => ({
    what: `The two corners of the edge ${v.names} are in one place, so they give no direction.`,
    remedy: 'Name two corners that lie apart.',
  }),
  'cutline.edges-parallel': (v: { names: Value }) => ({
    what: `The edges ${v.names} run the same way, so many planes go through the one and along the other.`,
    remedy: 'Name an edge that runs another way, or a third corner.',
  }),
  'cutline.not-on-edge': (v: { name: Value; names: Value }) => ({
    what: `${v.name} is no end of the edge ${v.names}, so nothing can be counted from it along that edge.`,
    remedy: 'Count from one of the two ends.',
  }),
  'cutline.edge-steeper': (v: { names: Value; angle: Value; plane: Value }) => ({
    what: `No plane through the edge ${v.names} stands at ${v.angle} degrees to ${v.plane}: the edge itself slopes more than that, or the angle is over 90.`,
    remedy: 'Give a larger angle up to 90, or another edge.',
  }),
  'cutline.rising': (v: { side: Value; names: Value }) => ({
    what: `Two planes through the edge ${v.names} stand at that angle, and both rise equally to the ${v.side}.`,
    remedy: 'Say "rising to the left", "right", "front" or "back".',
  }),
  'cutline.face-inside': (v: { names: Value }) => ({
    what: `As many corners lie on one side of the face ${v.names} as on the other, so it is not known which way is in.`,
    remedy: 'Say through which corner the plane goes: "parallel to face 1, 2, 6 through 9".',
  }),
  'cutline.oblique': (v: { names: Value }) => ({
    what: `The plane through the corners ${v.names} is an edge in no view on the sheet: it slopes in all of them.`,
    remedy: 'Put the top view on the sheet: the auxiliary view in which the plane is an edge stands on it.',
  }),
  'cutline.apart': () => ({
    what: 'How far from the face the plane runs is not said.',
    remedy: 'Add a distance: parallel to the top of wedge, 5 in; or 5 off.',
  }),
  'cutline.way': (v: { name: Value }) => ({
    what: `Which way the plane runs through ${v.name} is not said.`,
    remedy: `Add it: upright through ${v.name}, level through ${v.name}, or 30 degrees through ${v.name}.`,
  }),
  'cutline.figure': (v: { typed: Value }) => ({
    what: `"${v.typed}" is no figure.`,
    remedy: 'Write a size: 12, 1/2, 3 sq or L/2.',
  }),
  'cutline.word': (v: { typed: Value }) => ({
    what: `"${v.typed}" could not be used.`,
    remedy: 'Write looking up, down, left or right at the end.',
  }),
  'trace.two-ways': () => ({
    what: 'Both "through" and "at" with "angle" are given.',
    remedy: 'Give one of the two.',
  }),
  'trace.missing': () => ({
    what: 'The place of the cut is missing.',
    remedy: 'Give "through" two points, or "at" with "angle".',
  }),
  'trace.no-corners': () => ({
    what: 'The three points of the plane are missing.',
    remedy: 'Give "corners" three points [x, y, z], or the principal view in which the plane is an edge.',
  }),
  'trace.corners-and-more': () => ({
    what: 'Three "corners" state a whole plane in the "auxiliary" view; nothing else of a trace can be given with them.',
    remedy: 'Take "corners" out, or "through", "at", "angle" and "half".',
  }),
  'trace.corners-in-line': () => ({
    what: 'The three points lie in one line, so they make no plane.',
    remedy: 'Move one of them beside that line.',
  }),
  'trace.corners-level': () => ({
    what: 'The plane of the three points is level: it is an edge in the front view.',
    remedy: 'State it there, or move one of the points up or down.',
  }),
  'trace.turns-back': (v: { point: Value }) => ({
    what: `The cut turns back on itself at point ${v.point}.`,
    remedy: 'Move that point.',
  }),
  'trace.crosses': (v: { first: Value; second: Value }) => ({
    what: `Legs ${v.first} and ${v.second} of the cut cross each other.`,
    remedy: 'Move its points so that it parts the view in two.',
  }),
  'trace.turns-back-at-2': () => ({
    what: 'The cut turns back on itself at point 2.',
    remedy: 'Move that point.',
  }),
  'trace.half-bent': () => ({
    what: 'A half section is taken along one straight trace.',
    remedy: 'Give "through" two points: the direction, then the point from which it is cut.',
  }),
  'trace.leg-angle': (v: { typed: Value }) => ({
    what: `"${v.typed}" is no angle for it.`,
    remedy: 'Type a plain figure in degrees, from level to the right and counter-clockwise.',
  }),
  'trace.look': (v: { look: Value }) => ({
    what: `One cannot look ${v.look} along the cut itself.`,
    remedy: 'Choose one of the two other directions.',
  }),
  'trace.same-points': (v: { first: Value; second: Value; count: number }) => ({
    what: v.count === 2 ? 'The two points are one.' : `Points ${v.first} and ${v.second} are one.`,
    remedy: 'Give points apart.',
  }),
  'interruption.not-plain': ({
    feature,
    along,
    from,
    to,
  }: {
    feature: string;
    along: string;
    from: string;
    to: string;
  }) => ({
    what: `Between ${along} ${from} and ${to} the part does not run on evenly: "${feature}" changes there, so this stretch cannot be left out.`,
    remedy: 'Leave out a shorter stretch, clear of it, or draw the part whole.',
  }),
  'interruption.beyond': ({ along, from, to }: { along: string; from: string; to: string }) => ({
    what: `The part has nothing to leave out between ${along} ${from} and ${to}: it does not reach over that stretch.`,
    remedy: 'Leave out a stretch between its two ends.',
  }),
  'interruption.overlap': ({ along }: { along: string }) => ({
    what: `Two stretches that are left out along ${along} lie over one another.`,
    remedy: 'Keep them apart, or make one of them.',
  }),
  'interruption.cut': ({ cut }: { cut: string }) => ({
    what: `Cut ${cut} passes aslant, or square, through the stretch that is left out, so it could not be drawn true.`,
    remedy: 'Move the cut or the stretch, or draw the part whole.',
  }),
  'cut.unseen': (v: { view: Value; isOblique: boolean }) => ({
    what: v.isOblique
      ? `Its plane slopes in all views; the auxiliary view in which it is an edge stands on the ${v.view} view, which is not on the sheet.`
      : `Its trace belongs in the ${v.view} view, which is not on the sheet.`,
    remedy: `Add the ${v.view} view, or state the cut in another one.`,
  }),
  'cut.taken-away': (v: { by: Value }) => ({
    what: `Nothing of its face is left: cut ${v.by}, with which it acts together, takes it away.`,
    remedy: 'Move one of them, or let each act on its own.',
  }),
  'cut.misses': (v: { by: Value; touches: boolean; unit: Value; isAhead: boolean; view: Value }) => ({
    what: v.touches ? 'The plane only touches the part.' : 'The plane misses the part.',
    remedy: `Move it ${v.touches ? '' : `by at least ${v.by} ${v.unit} `}${v.isAhead ? 'in' : 'against'} the direction of sight${v.view ? `, or drag it onto the ${v.view} view` : ''}.`,
  }),
} as const satisfies WordsByCode;
