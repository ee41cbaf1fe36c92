/**
 * The words of every fault, by its code. A fault carries its code and values, which programs and tests go by; its English is made here and
 * nowhere else, so that it can be changed or translated. `what` says what is wrong, `remedy` what to do.
 */

/** A figure or a name in a sentence. */
type Value = string | number;
type Words = { readonly what: string; readonly remedy: string };

const WORDS = {
  'net.none': () => ({
    what: 'No closed net of triangles was found within this deviation.',
    remedy: 'Try a larger or smaller one, or move faces that only touch one another a little apart.',
  }),
  'solidfile.absent': (v: { file: Value }) => ({
    what: `The file "${v.file}" is not with the part.`,
    remedy: 'Put it beside the part file, or open it in the drawing.',
  }),
  'solidfile.which': (v: { file: Value; known: Value }) => ({
    what: `"${v.file}" holds several solids.`,
    remedy: `Say which under "solid": ${v.known}.`,
  }),
  'solidfile.no-such': (v: { file: Value; solid: Value; known: Value }) => ({
    what: `"${v.file}" holds no solid named "${v.solid}".`,
    remedy: `It holds: ${v.known}.`,
  }),
  // a file of solids has many ways to be damaged: their words are beside its reader, which not every page needs
  'solidfile.unread': (v: { reason: Value; what: Value; remedy: Value }) => ({
    what: String(v.what),
    remedy: String(v.remedy),
  }),
  'walk.no-figure': (v: { word: Value }) => ({
    what: `How far "${v.word}" goes is not said.`,
    remedy: `Write a figure behind it: ${v.word} 3.`,
  }),
  'walk.no-point': (v: { word: Value }) => ({
    what: `Where "${v.word}" leads is not said.`,
    remedy: `Write two figures behind it, across and up: ${v.word} 2 5.`,
  }),
  'walk.no-diameter': () => ({
    what: 'The diameter of the circle is not said.',
    remedy: 'Write it, and its centre across and up: circle 2 at 4 3.',
  }),
  'walk.no-centre': () => ({
    what: 'Where the centre of the circle is, is not said.',
    remedy: 'Write it across and up: circle 2 at 4 3.',
  }),
  'walk.unknown': (v: { ways: Value }) => ({
    what: 'This is no step of a walk.',
    remedy: `Use ${v.ways}, from, to, move, close, circle, hidden or visible.`,
  }),
  'walk.no-circles': () => ({
    what: 'Circles are not drawn on isometric paper here.',
    remedy: 'Draw straight edges; add holes to the drawing when the solid is opened.',
  }),
  'walk.nothing': () => ({
    what: 'The walk draws no line.',
    remedy: 'Write its steps: right 6, up 5, left 6, close.',
  }),
  'pictorial.open': () => ({
    what: 'It bounds no face: it ends in nothing, or stands alone.',
    remedy: 'Draw the visible edges only, each from corner to corner, or take it out.',
  }),
  'pictorial.depths': () => ({
    what: 'It has two depths: followed one way round and the other, the lines do not come to one place in space.',
    remedy:
      'Count the squares round it. Where two corners fall on one place, show the part from its other side.',
  }),
  'pictorial.none': () => ({
    what: 'No solid with flat faces, in one piece, was found that looks exactly like this.',
    remedy: 'Look for an edge that is missing or too much; hidden edges are not drawn here.',
  }),
  'pictorial.ended': () => ({
    what: 'No solid was found among those that were tried.',
    remedy: 'Draw the part in simpler pieces, or give its views.',
  }),
  'solids.curved': () => ({
    what: 'Of curved lines only whole circles are read here.',
    remedy: 'Give views of straight lines and whole circles.',
  }),
  'solids.empty-view': () => ({
    what: 'No line is drawn in this view.',
    remedy: 'Draw it, or leave the view out.',
  }),
  'solids.axis-missing': (v: { axis: Value }) => ({
    what: `No view shows the ${v.axis}.`,
    remedy: 'Give two views that look along different axes.',
  }),
  'solids.sizes-differ': (v: { axis: Value; here: Value; other: Value; there: Value }) => ({
    what: `The ${v.axis} is ${v.here} here and ${v.there} in the ${v.other} view.`,
    remedy: 'Give both views one size along it.',
  }),
  'solids.no-partner': (v: { from: Value; to: Value }) => ({
    what: `The line from ${v.from} to ${v.to} has no partner in the other views: no edge can make it.`,
    remedy: 'Take it out, or draw what belongs to it in the other views.',
  }),
  'solids.none': () => ({
    what: 'No solid with flat faces has exactly these views.',
    remedy: 'Look for a line that is missing, too much, or hidden where it should be visible.',
  }),
  'solids.ended': () => ({
    what: 'The search was ended before a solid was found.',
    remedy: 'Give it more time, or a third view.',
  }),
  'solids.none-round': () => ({
    what: 'No solid was found that has flat faces, and whole holes and bosses for its circles.',
    remedy:
      'Look for a line that is missing or too much beside a circle; each circle needs its two side lines in the other views.',
  }),
  'solids.line-missing': (v: { class: Value; from: Value; to: Value }) => ({
    what: `A ${v.class} line from ${v.from} to ${v.to} is missing.`,
    remedy: 'Draw it: with it there is a solid.',
  }),
  'solids.line-extra': (v: { from: Value; to: Value }) => ({
    what: `The line from ${v.from} to ${v.to} is too much.`,
    remedy: 'Take it out: without it there is a solid.',
  }),
  'solids.line-class': (v: { from: Value; to: Value; is: Value; should: Value }) => ({
    what: `The line from ${v.from} to ${v.to} is drawn ${v.is}.`,
    remedy: `Draw it ${v.should}: then there is a solid.`,
  }),
  'solids.not-stated': (v: { count: Value }) => ({
    what: `${v.count} more solids fit, but their slopes cannot be stated by blocks, profiles and flat cuts.`,
    remedy: 'Draw them as parts by hand.',
  }),
  'figure.unreadable': (v: { sign: Value }) => ({
    what: `"${v.sign}" cannot be read here.`,
    remedy: 'Use figures, names, + - * / and brackets.',
  }),
  'division.by-zero': () => ({
    what: 'This divides by zero.',
    remedy: 'Give a divisor that is not zero.',
  }),
  'root.of-negative': (v: { value: Value }) => ({
    what: `The square root of ${v.value} does not exist.`,
    remedy: 'Give zero or more.',
  }),
  'tangent.endless': (v: { value: Value }) => ({
    what: `tan ${v.value} has no end.`,
    remedy: 'Give an angle other than 90.',
  }),
  'expression.long': (v: { length: Value; most: Value }) => ({
    what: `The expression has ${v.length} characters; at most ${v.most} are read.`,
    remedy: 'Give parts of it names of their own.',
  }),
  'bracket.open': (v: { at: Value }) => ({
    what: `The bracket at ${v.at} is not closed.`,
    remedy: 'Add ")".',
  }),
  'brackets.deep': (v: { most: Value }) => ({
    what: `More than ${v.most} brackets stand inside one another.`,
    remedy: 'Give parts of the expression names of their own.',
  }),
  'expression.unfinished': () => ({
    what: 'The expression breaks off here.',
    remedy: 'Finish it with a figure or a name.',
  }),
  'fraction.over-zero': () => ({
    what: 'A fraction over zero has no value.',
    remedy: 'Give a denominator that is not zero.',
  }),
  'function.without-brackets': (v: { name: Value }) => ({
    what: `"${v.name}" needs its figure in brackets.`,
    remedy: `Write ${v.name}( ... ).`,
  }),
  'figure.misplaced': (v: { text: Value }) => ({
    what: `"${v.text}" cannot stand here.`,
    remedy: 'Put a figure or a name before it.',
  }),
  'figure.empty': () => ({
    what: 'Nothing is given.',
    remedy: 'Type a figure such as 40 or 2 3/16.',
  }),
  'value.endless': () => ({
    what: 'The value is endless.',
    remedy: 'Give figures of an ordinary size.',
  }),
  'square.unknown': () => ({
    what: 'A square has no worth yet.',
    remedy: 'State it first: Let sq = 1/4 in.',
  }),
  'names.circle': (v: { ring: Value }) => ({
    what: `These names go round in a circle: ${v.ring}.`,
    remedy: 'Give one of them a figure of its own.',
  }),
  'figure.endless': () => ({
    what: 'The figure is endless.',
    remedy: 'Give an ordinary figure.',
  }),
  'length.beyond': (v: { value: Value; unit: Value; most: Value }) => ({
    what: `${v.value} ${v.unit} is beyond what is drawn.`,
    remedy: `Give at most ${v.most} ${v.unit}.`,
  }),
  'name.unusable': (v: { name: Value }) => ({
    what: `"${v.name}" cannot be a name.`,
    remedy: 'Use letters and figures, beginning with a letter, and no word with a meaning of its own.',
  }),
  'size.zero': () => ({
    what: 'The size is zero.',
    remedy: 'Give a size above zero.',
  }),
  'size.negative': (v: { value: Value }) => ({
    what: `The size is negative (${v.value}).`,
    remedy: 'Give a size above zero; place the shape with "at" or "turn".',
  }),
  'size.below': (v: { value: Value; unit: Value; least: Value }) => ({
    what: `${v.value} ${v.unit} is smaller than what is drawn.`,
    remedy: `Give at least ${v.least} ${v.unit}.`,
  }),
  'angle.with-unit': () => ({
    what: 'An angle takes no unit of length.',
    remedy: 'Give the angle in degrees.',
  }),
  'angle.turns': (v: { value: Value }) => ({
    what: `An angle of ${v.value} degrees is many turns.`,
    remedy: 'Give it within a full turn.',
  }),
  'count.below': (v: { value: Value; least: Value }) => ({
    what: `${v.value} is not a whole number from ${v.least} up.`,
    remedy: `Give a whole number, at least ${v.least}.`,
  }),
  'count.above': (v: { value: Value; most: Value }) => ({
    what: `${v.value} is more than is drawn of one kind.`,
    remedy: `Give at most ${v.most}.`,
  }),
  'feature.name-twice': (v: { name: Value }) => ({
    what: `The name "${v.name}" is used twice in this body.`,
    remedy: 'Give each feature a name of its own.',
  }),
  'body.begins': (v: { op: Value }) => ({
    what: `A body cannot begin with "${v.op}".`,
    remedy: 'Begin it with a shape that is added.',
  }),
  'pieces.many': (v: { most: Value }) => ({
    what: `With this the body has more than ${v.most} pieces.`,
    remedy: 'Repeat it fewer times, or draw a part of the whole.',
  }),
  'body.all-off': () => ({
    what: 'Every feature of this body is switched off.',
    remedy: 'Switch one on.',
  }),
  'sizes.range': (v: { least: Value; greatest: Value }) => ({
    what: `This size (${v.least}) is less than a millionth of the part's greatest length (${v.greatest}).`,
    remedy: 'Draw so fine a detail as a part of its own.',
  }),
  'body.name-twice': (v: { name: Value }) => ({
    what: `The name "${v.name}" is used twice.`,
    remedy: 'Give each body a name of its own.',
  }),
  'step.turn-of-straight': () => ({
    what: 'A straight step has no turn.',
    remedy: 'Give a centre, or take the turn away.',
  }),
  'step.no-length': () => ({
    what: 'This step has no length.',
    remedy: 'Give another end or take it away.',
  }),
  'arc.no-turn': () => ({
    what: 'An arc needs its turn.',
    remedy: 'Add "turn": "ccw" or "cw".',
  }),
  'arc.radii': (v: { start: Value; end: Value }) => ({
    what: `The two radii of the arc differ: ${v.start} at its start and ${v.end} at its end.`,
    remedy: 'Move the centre or the end so that both are alike.',
  }),
  'rounding.large': (v: { rounding: Value; side: Value; length: Value; most: Value }) => ({
    what: `The rounding ${v.rounding} is too large for ${v.side} (${v.length} long).`,
    remedy: `Give less than ${v.most}.`,
  }),
  'rounding.negative': () => ({
    what: 'The rounding is negative.',
    remedy: 'Give zero or more.',
  }),
  'profile.corner-twice': (v: { corner: Value }) => ({
    what: `Corner ${v.corner} of the profile stands on the next one.`,
    remedy: 'Take one of the two away.',
  }),
  'profile.crosses': (v: { place: Value; first: Value; second: Value }) => ({
    what: `The profile crosses itself near (${v.place}), where ${v.first} meets ${v.second}.`,
    remedy: 'Order its corners so that it runs round once.',
  }),
  'profile.flat': () => ({
    what: 'The profile encloses nothing.',
    remedy: 'Give corners that do not lie on one line.',
  }),
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
  'develop.unknown': (v: { feature: Value }) => ({
    what: `There is no feature "${v.feature}".`,
    remedy: 'Name one that the part has, and that is switched on.',
  }),
  'develop.nothing': (v: { feature: Value }) => ({
    what: `Nothing of the side of "${v.feature}" bounds the finished body.`,
    remedy: 'Choose a feature whose side can be seen.',
  }),
  'develop.not-developable': (v: { kind: Value }) => ({
    what: `The surface of a ${v.kind} bends two ways: it cannot be laid flat.`,
    remedy: 'Choose another feature, or make it of flat, cylindrical and conical pieces.',
  }),
  'trace.leg-angle': (v: { typed: Value }) => ({
    what: `"${v.typed}" is no angle for it.`,
    remedy: 'Type a plain figure in degrees, from level to the right and counter-clockwise.',
  }),
  'trace.look': (v: { look: Value }) => ({
    what: `One cannot look ${v.look} along the cut itself.`,
    remedy: 'Choose one of the two other directions.',
  }),
  'cone.top-negative': () => ({
    what: 'The size is negative.',
    remedy: 'Give zero for a point, or more.',
  }),
  'ring.thick': (v: { tube: Value; ring: Value }) => ({
    what: `The tube (${v.tube}) is as thick as its ring (${v.ring}) or thicker.`,
    remedy: 'Give a tube smaller than the diameter.',
  }),
  'across.two': (v: { first: Value; second: Value }) => ({
    what: `Both ${v.first} and ${v.second} are given.`,
    remedy: 'Give only one of them.',
  }),
  'across.missing': (v: { names: Value }) => ({
    what: 'The size across is missing.',
    remedy: `Give one of ${v.names}.`,
  }),
  'profile.over-axis': (v: { beyond: Value }) => ({
    what: `The profile crosses the axis: it reaches ${v.beyond} beyond it.`,
    remedy: 'Keep every x at zero or above; x is the distance from the axis.',
  }),
  'turn.impossible': (v: { degrees: Value }) => ({
    what: `A turn of ${v.degrees} degrees cannot be made.`,
    remedy: 'Give more than 0 and no more than 360.',
  }),
  'from.outside': (v: { from: Value }) => ({
    what: `"${v.from}" is not beside this file. Parts are read from the same folder only, without "..", "/" or a drive.`,
    remedy: 'Put the part beside this file and give its name.',
  }),
  'from.missing': (v: { from: Value }) => ({
    what: `The part "${v.from}" is not there.`,
    remedy: 'Check its name, or bring it in again.',
  }),
  'from.circle': (v: { ring: Value }) => ({
    what: `Parts are made of one another in a circle: ${v.ring}.`,
    remedy: 'Take one of them out.',
  }),
  'from.deep': (v: { most: Value }) => ({
    what: `Parts stand more than ${v.most} deep in one another.`,
    remedy: 'Bring the inner ones in directly.',
  }),
  'from.many': (v: { most: Value }) => ({
    what: `More than ${v.most} parts are brought in.`,
    remedy: 'Put some of them together in one file.',
  }),
  'from.which-body': (v: { from: Value; known: Value }) => ({
    what: `"${v.from}" has several bodies.`,
    remedy: `Say which with "body": ${v.known}.`,
  }),
  'from.no-body': (v: { from: Value; body: Value; known: Value }) => ({
    what: `"${v.from}" has no body "${v.body}".`,
    remedy: `Take one of ${v.known}.`,
  }),
  'from.no-size': (v: { name: Value; from: Value; known: Value }) => ({
    what: `"${v.from}" has no named size "${v.name}".`,
    remedy: v.known ? `Take one of ${v.known}.` : 'Name the size there first.',
  }),
  'from.inside': (v: { from: Value; what: Value }) => ({
    what: `In "${v.from}": ${v.what}`,
    remedy: 'Correct it there.',
  }),
  'place.no-body': (v: { name: Value; known: Value }) => ({
    what: `"${v.name}" names no body that stands before this one.`,
    remedy: v.known
      ? `Write body.feature/face, with one of ${v.known}.`
      : 'The first body has none before it.',
  }),
  'place.no-face': (v: { name: Value; body: Value; known: Value }) => ({
    what: `"${v.body}" has no flat face "${v.name}".`,
    remedy: `Take one of ${v.known}.`,
  }),
  'place.no-axis': (v: { name: Value; body: Value; known: Value }) => ({
    what: `"${v.body}" has no round face "${v.name}".`,
    remedy: v.known ? `Take one of ${v.known}.` : 'Only a round face has an axis.',
  }),
  'place.disagrees': (v: { face: Value; other: Value; by: Value; unit: Value }) => ({
    what: `"${v.face}" and "${v.other}" cannot meet so: with the relations before it they disagree by ${v.by} ${v.unit}.`,
    remedy: 'Change this relation or take it out.',
  }),
  'edit.stands-on': (v: { body: Value; others: Value }) => ({
    what: `${v.others} stand by "${v.body}".`,
    remedy: 'Take them out first, or all together.',
  }),
  'balloons.no-room': (v: { items: Value }) => ({
    what: `There is no room beside the views for the balloons of ${v.items}.`,
    remedy: 'Give the views more gap, a smaller scale or larger paper.',
  }),
  'balloons.not-seen': (v: { items: Value }) => ({
    what: `No view shows ${v.items}.`,
    remedy: 'Add a view or a section that does.',
  }),
  'standard.size-unknown': (v: { size: Value; known: Value }) => ({
    what: `There is no size "${v.size}" of this in the tables.`,
    remedy: `Take one of ${v.known}.`,
  }),
  'standard.length-short': (v: { length: Value; least: Value }) => ({
    what: `A length of ${v.length} is too short.`,
    remedy: `Give more than ${v.least}.`,
  }),
  'thread.long': (v: { thread: Value; most: Value }) => ({
    what: `A thread of ${v.thread} is longer than what carries it.`,
    remedy: `Give at most ${v.most}.`,
  }),
  'thread.size-unknown': (v: { size: Value; known: Value }) => ({
    what: `The pitch of a thread "${v.size}" is not known.`,
    remedy: `Give its pitch, or one of ${v.known}.`,
  }),
  'thread.size-missing': () => ({
    what: 'Neither the diameter of the hole nor the size of its thread is given.',
    remedy: 'Give one of them.',
  }),
  'thread.from-open': () => ({
    what: 'A thread in a hole that goes through is measured from its mouth.',
    remedy: 'Leave "from" out, or turn the hole about.',
  }),
  'thread.deep': (v: { pitch: Value; size: Value }) => ({
    what: `A pitch of ${v.pitch} is too coarse for a thread of ${v.size}.`,
    remedy: 'Give the distance from one turn of the thread to the next.',
  }),
  'thread.narrow': (v: { hole: Value; thread: Value }) => ({
    what: `A hole of ${v.hole} is not narrower than its thread of ${v.thread}.`,
    remedy: 'Give the tapping diameter, or leave it out.',
  }),
  'thread.other': (v: { shape: Value; thread: Value }) => ({
    what: `A thread of ${v.thread} cannot be cut on ${v.shape} across.`,
    remedy: 'Give both the same diameter, or leave the size of the thread out and give its pitch.',
  }),
  'taper.pointed': (v: { n: Value; length: Value }) => ({
    what: `A taper of 1:${v.n} over ${v.length} leaves no width at the small end.`,
    remedy: 'Give a slighter taper, a shorter length or more width.',
  }),
  'hole.not-wider': (v: { what: Value; wide: Value; hole: Value }) => ({
    what: `The ${v.what} (${v.wide}) is not wider than the hole (${v.hole}).`,
    remedy: 'Give it a larger diameter.',
  }),
  'cone.angle': (v: { degrees: Value }) => ({
    what: `An included angle of ${v.degrees} degrees is no cone.`,
    remedy: 'Give more than 0 and less than 180.',
  }),
  'figure.no-sign': (v: { text: Value; isFigure: boolean }) => ({
    what: `"${v.text}" could not be read.`,
    remedy: v.isFigure ? 'Put a sign between the two figures.' : 'Put a sign before it or take it away.',
  }),
  'name.unknown': (v: { name: Value; known: Value }) => ({
    what: `The name "${v.name}" is not known.`,
    remedy: v.known ? `Use one of ${v.known}, or add it to dims.` : 'Add it to dims.',
  }),
  'trace.same-points': (v: { first: Value; second: Value; count: number }) => ({
    what: v.count === 2 ? 'The two points are one.' : `Points ${v.first} and ${v.second} are one.`,
    remedy: 'Give points apart.',
  }),
  'body.nothing-left': (v: { op: Value }) => ({
    what: v.op === 'keep' ? 'Keeping only this leaves nothing of the body.' : 'This cut removes everything.',
    remedy: 'Make it smaller, move it, or switch it off.',
  }),
  'part.far': (v: { times: Value; most: Value }) => ({
    what: `The part lies ${v.times} times its own size from the origin of its coordinates; beyond ${v.most} times its lines cannot be exact.`,
    remedy: 'Give the bodies and features places nearer to 0, 0, 0.',
  }),
  'text.long': (v: { length: Value; most: Value }) => ({
    what: `This text has ${v.length} characters; at most ${v.most} are read.`,
    remedy: 'Shorten it.',
  }),
  'text.character': (v: { character: Value }) => ({
    what: `The character ${v.character} cannot be stored.`,
    remedy: 'Take it out of the text.',
  }),
  'file.large': () => ({ what: 'There is more here than is read.', remedy: 'Split the part.' }),
  'file.deep': (v: { most: Value }) => ({
    what: `This is nested more than ${v.most} deep.`,
    remedy: 'Correct it as the part format describes.',
  }),
  'file.key-unknown': (v: { key: Value }) => ({
    what: `"${v.key}" is not known here.`,
    remedy: 'Take it away or correct its spelling.',
  }),
  'file.missing': (v: { needs: Value }) => ({
    what: 'This is missing.',
    remedy: v.needs ? `It ${v.needs}.` : 'Give it.',
  }),
  'file.wrong': (v: { needs: Value }) => ({
    what: v.needs ? `This ${v.needs}.` : 'This cannot be read.',
    remedy: 'Correct it as the part format describes.',
  }),
  'line.place-twice': (v: { clause: Value }) => ({
    what: `The line says its place twice: "${v.clause}".`,
    remedy: 'Say each distance once.',
  }),
  'line.profile': (v: { text: Value }) => ({
    what: `The profile "${v.text}" cannot be read.`,
    remedy:
      'Write "circle 40", "rectangle 60 by 20", "corners [0, 0] [40, 0] [0, 30]" or "from [0, 0] to [40, 0] ...".',
  }),
  'line.opening': (v: { opening: Value; shapes: Value }) => ({
    what: `"${v.opening}" does not say what to do.`,
    remedy: `Begin with add, cut or keep only, and a shape: ${v.shapes}.`,
  }),
  'line.clause': (v: { clause: Value; shape: Value; clauses: Value }) => ({
    what: `"${v.clause}" is not understood in a ${v.shape}.`,
    remedy: `It can say: ${v.clauses}.`,
  }),
  'line.body-clause': (v: { clause: Value }) => ({
    what: `"${v.clause}" is not understood of a body.`,
    remedy: 'It can say: left whole, turned … about z, at […, …, …].',
  }),
  'line.size-twice': (v: { name: Value }) => ({
    what: `The size "${v.name}" is stated twice.`,
    remedy: 'Keep one of the two lines.',
  }),
  'line.before-body': () => ({
    what: 'This feature stands before any body.',
    remedy: 'Put a line such as "Body bracket" above it.',
  }),
  'line.unknown': () => ({
    what: 'This line is not understood.',
    remedy: 'Begin it with Part, Let, Body, or a name and a colon.',
  }),
  /** a typed line that is open; its question comes from the reader of typed lines */
  'typed.question': (v: { question: string }) => ({ what: v.question, remedy: '' }),
  'svg.malformed': (v: { reason: Value }) => ({
    what: `It is not well formed: ${v.reason}`,
    remedy: 'Save it anew from the program it comes from.',
  }),
  'svg.no-view': () => ({
    what: 'No group in it is named after a view.',
    remedy: 'Name its groups or layers front, top, left ..., those of hidden lines "front hidden".',
  }),
  'dxf.unreadable': (v: { reason?: Value }) => ({
    what: `It cannot be read${v.reason ? `: ${v.reason}` : '.'}`,
    remedy: 'Save it anew as DXF text.',
  }),
  'dxf.no-view': () => ({
    what: 'No layer in it is named after a view.',
    remedy: 'Name its layers front, top, left ..., those of hidden lines "front hidden".',
  }),
  'dimension.twice': () => ({
    what: 'This size stands on the sheet already.',
    remedy: 'Make one of the two a reference, or leave it as it is.',
  }),
  'edit.name': (v: { why: Value }) => ({
    what: `${v.why}`,
    remedy: 'Nothing was changed; give another name.',
  }),
  'edit.gone': (v: { thing: Value }) => ({
    what: `${v.thing} is not there any more.`,
    remedy: 'Nothing was changed; look at the drawing as it stands now.',
  }),
  'session.halted': () => ({
    what: 'This drawing is not being stored at the moment.',
    remedy: 'Choose first what is to be kept.',
  }),
  'session.readOnly': () => ({
    what: 'You may read this drawing, not change it.',
    remedy: 'Ask its maker or an owner to share it with you for changing.',
  }),
  'profile.beside': () => ({
    what: 'It takes nothing off the part: its squares are counted from the lower left corner of that side.',
    remedy: 'Move its corners onto the side, or choose another side.',
  }),
  'title.longer': () => ({
    what: 'This is longer than the field takes.',
    remedy: 'Shorten it.',
  }),
  'title.too-long': (v: { text: Value; box: Value; height: Value }) => ({
    what: `"${v.text}" is too long for its box, ${v.box}: its letters would be ${v.height} mm high.`,
    remedy: 'Shorten it, or choose a form of title block with a wider box.',
  }),
  'title.open-number': (v: { number: Value }) => ({
    what: `The figures of the number ${v.number} are still open.`,
    remedy: 'Use the next free number that is offered at Issue, or type one.',
  }),
  'title.too-high': (v: { over: Value }) => ({
    what: `With the rows above it, of parts, holes or revisions, it is ${v.over} mm higher than the frame.`,
    remedy: 'Choose a larger paper, or leave a list out.',
  }),
  'title.no-box': (v: { what: Value }) => ({
    what: `${v.what} is filled in, but this form of title block has no box for it.`,
    remedy: 'Choose another form at Issue.',
  }),
  'sheet.no-fit': (v: { cut: Value; better: Value }) => ({
    what: v.cut
      ? `The true shape of cut ${v.cut} has no room of its own.`
      : 'The views do not fit on the sheet.',
    remedy: v.better
      ? `Choose ${v.better}, a larger paper, or fewer views.`
      : 'Choose a larger paper or fewer views.',
  }),
  'sheet.too-large': (v: { long: Value; better: Value }) => ({
    what: `The part would be ${v.long} m long on paper.`,
    remedy: `Choose ${v.better}, or the largest scale that fits.`,
  }),
  'sheet.no-room-pictorial': () => ({
    what: 'It has no free place on the sheet.',
    remedy: 'Choose a larger paper or a smaller scale, or do without the mitre line.',
  }),
  'auxiliary.no-face': () => ({
    what: 'There is no such flat face.',
    remedy: 'Point at a flat face of the part and ask for it again.',
  }),
  'auxiliary.no-edge': () => ({
    what: 'No view on the sheet shows the face as an edge.',
    remedy: 'Add a view that does; a face oblique to all of them would need a second auxiliary view.',
  }),
  'auxiliary.no-room': () => ({
    what: 'It has no room of its own along its projectors.',
    remedy: 'Choose a larger paper or a smaller scale, or move the group of views.',
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
  'statement.empty': () => ({
    what: 'Nothing is stated yet.',
    remedy: 'Type a first line, such as "block 60 x 40 x 30".',
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
} as const satisfies Readonly<Record<string, (values: never) => Words>>;

export type FaultCode = keyof typeof WORDS;
type ValuesOf<C extends FaultCode> = Parameters<(typeof WORDS)[C]>;

/** What is wrong: its code and values, and the English made from them. */
export type Said = Words & {
  readonly code: FaultCode;
  readonly values?: Readonly<Record<string, string | number | boolean>>;
};

/** Says what is wrong, by its code and the values that its words hold. */
export const says = <C extends FaultCode>(code: C, ...[values]: ValuesOf<C>): Said => {
  const words = (WORDS[code] as (v: unknown) => Words)(values);
  return { code, ...(values !== undefined && { values: values as NonNullable<Said['values']> }), ...words };
};
