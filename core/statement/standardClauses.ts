import { type Clause, clause, designation, length, maybe, word } from '../part/clauses.ts';
import type { StandardKind } from '../part/standard/schema.ts';

/** The words of standard bodies in the statement: what each is called, and its clauses over the keys of `standard`. */
type Worded = { readonly name: string; readonly clauses: readonly Clause[] };

const size = clause(designation('size'));
const sized: readonly Clause[] = [
  clause(designation('size'), ' x ', length('length')),
  maybe('thread ', length('thread')),
];
const by: readonly Clause[] = [word('by sizes', 'sizes', 'by'), word('by proportions', 'proportions', 'by')];
const ends = (...kinds: readonly string[]): Clause[] => kinds.map((k) => word(`${k} ends`, k, 'ends'));
const tapered: readonly Clause[] = [
  clause(length('width'), ' wide'),
  word('at the large end', 'large', 'widthAt'),
  word('in the middle', 'middle', 'widthAt'),
  word('at the small end', 'small', 'widthAt'),
  clause(length('thickness'), ' thick'),
  clause(length('length'), ' long'),
  clause('taper 1:', { path: ['taper'], kind: 'count' }),
  word('one side sloping', 1, 'sides'),
  word('both sides sloping', 2, 'sides'),
  ...ends('square', 'arc', 'round'),
];

/** What each kind of standard body is called and how its sizes are said. */
export const STANDARD_WORDS: Record<StandardKind, Worded> = {
  hexagonBolt: { name: 'hexagon bolt', clauses: [...sized, ...by] },
  hexagonScrew: { name: 'hexagon screw', clauses: [...sized, ...by] },
  hexagonNut: { name: 'hexagon nut', clauses: [size, word('thin', true, 'thin'), ...by] },
  washer: { name: 'washer', clauses: [size, ...by] },
  socketScrew: { name: 'socket screw', clauses: [...sized, ...by] },
  countersunkScrew: { name: 'countersunk screw', clauses: [...sized, ...by] },
  stud: { name: 'stud', clauses: [...sized, maybe('thread below ', length('threadBelow')), ...by] },
  parallelKey: {
    name: 'parallel key',
    clauses: [
      clause(length('width'), ' wide'),
      clause(length('height'), ' high'),
      clause(length('length'), ' long'),
      ...ends('round', 'square'),
    ],
  },
  taperKey: { name: 'taper key', clauses: tapered },
  cotter: { name: 'cotter', clauses: tapered },
  dowel: { name: 'dowel', clauses: sized.slice(0, 1) },
  splitPin: { name: 'split pin', clauses: sized.slice(0, 1) },
  rivet: { name: 'rivet', clauses: sized.slice(0, 1) },
};
