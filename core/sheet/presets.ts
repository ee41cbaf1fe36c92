import type { ProjectionAngle } from '../geometry/viewFrames.ts';
import type { PaperName } from './layout/paper.ts';
import type { SheetSetup } from './setup.ts';

/** What a preset of house rules settles; everything else of a sheet stays as it is. */
type Settled = Required<
  Pick<
    SheetSetup['rules'],
    'names' | 'referenceLines' | 'mitre' | 'points' | 'hiddenBehindCut' | 'projectors' | 'transfer'
  >
> &
  Pick<SheetSetup['rules'], 'corners' | 'planes'>;

/** House rules of a school of drafting, by a name of its own. Every choice can be changed afterwards, one by one. */
export type Preset = {
  readonly name: string;
  readonly says: string;
  readonly angle: ProjectionAngle;
  readonly rules: Settled;
  /** the family of papers, by one of usual size, and the view from the side, where the school has its own */
  readonly paper?: PaperName;
  readonly side?: 'left' | 'right';
};

const WORKSHOP = {
  referenceLines: false,
  mitre: false,
  points: 'off',
  hiddenBehindCut: 'out',
  projectors: 'off',
  transfer: 'mitre',
  corners: undefined,
  planes: undefined,
} as const;

/** The house rules of the main schools. */
export const PRESETS: readonly Preset[] = [
  {
    name: 'Metric workshop',
    says: 'First angle, no names of points, nothing hidden behind a cut, projectors gone when finished.',
    angle: 'first',
    rules: { ...WORKSHOP, names: 'views' },
  },
  {
    name: 'Inch workshop',
    says: 'Third angle on paper B with the view from the right, no names of points, projectors gone when finished.',
    angle: 'third',
    paper: 'B',
    side: 'right',
    rules: { ...WORKSHOP, names: 'sides' },
  },
  {
    name: 'Solids class',
    says: 'First angle with XY lines, points numbered, hidden lines and projectors kept.',
    angle: 'first',
    rules: {
      names: 'views',
      referenceLines: true,
      mitre: true,
      corners: 'numbers',
      points: 'numbers',
      hiddenBehindCut: 'kept',
      projectors: 'kept',
      transfer: 'mitre',
      planes: undefined,
    },
  },
  {
    name: 'Plan and elevation',
    says: 'Third angle, elevation and plan with their planes named, projectors kept.',
    angle: 'third',
    rules: {
      ...WORKSHOP,
      names: 'elevations',
      referenceLines: true,
      mitre: true,
      projectors: 'kept',
      planes: true,
    },
  },
  {
    name: 'Descriptive geometry',
    says: 'First angle with XY lines, points a, a\', a", all kept, depths by the dividers.',
    angle: 'first',
    rules: {
      names: 'sides',
      referenceLines: true,
      mitre: false,
      corners: 'letters',
      points: 'numbers',
      hiddenBehindCut: 'kept',
      projectors: 'kept',
      transfer: 'distances',
      planes: undefined,
    },
  },
];

/** A sheet by the rules of a preset. */
export const byPreset = (setup: SheetSetup, { angle, rules, paper, side }: Preset): SheetSetup => {
  const other = side === 'right' ? 'left' : 'right';
  // one view from the side is taken from the school's own; both stay where both are wanted
  const views =
    side && !setup.views.includes(side) ? setup.views.map((v) => (v === other ? side : v)) : setup.views;
  const moved = paper && paper !== setup.paper ? { paper, place: undefined } : {};
  // presets never change: there is nothing to note
  const { follows: _, ...others } = setup;
  return { ...others, ...moved, views, angle, rules: { ...setup.rules, ...rules } };
};

/** The preset whose rules a sheet has, if it is one of them. */
export const presetOf = (setup: SheetSetup): Preset | undefined =>
  PRESETS.find(
    (p) =>
      p.angle === setup.angle &&
      (Object.keys(p.rules) as (keyof Settled)[]).every((k) => {
        const usual = k === 'names' ? 'views' : k === 'transfer' ? 'mitre' : undefined;
        return (setup.rules[k] ?? usual) === p.rules[k];
      }),
  );
