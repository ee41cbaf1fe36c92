import type { Value, WordsByCode } from './words.ts';

/** What is wrong with the features, bodies and standard parts of a part. */
export const PART_WORDS = {
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
  'body.nothing-left': (v: { op: Value }) => ({
    what: v.op === 'keep' ? 'Keeping only this leaves nothing of the body.' : 'This cut removes everything.',
    remedy: 'Make it smaller, move it, or switch it off.',
  }),
  'part.far': (v: { times: Value; most: Value }) => ({
    what: `The part lies ${v.times} times its own size from the origin of its coordinates; beyond ${v.most} times its lines cannot be exact.`,
    remedy: 'Give the bodies and features places nearer to 0, 0, 0.',
  }),
  'profile.beside': () => ({
    what: 'It takes nothing off the part: its squares are counted from the lower left corner of that side.',
    remedy: 'Move its corners onto the side, or choose another side.',
  }),
} as const satisfies WordsByCode;
