import type { ViewFrame } from '../../geometry/viewFrames.ts';
import type { Fault } from '../../number/fault.ts';
import { says } from '../../number/faultWords.ts';
import { isDrawn } from '../../solid/boundary.ts';
import type { BuiltPart } from '../../solid/build.ts';
import { shadowsOf } from '../../view/project.ts';
import { boxOfLines, type View, type ViewLine } from '../../view/view.ts';
import { footInk } from '../annotate/sheetNotes.ts';
import type { Layout } from '../layout/layout.ts';
import type { MarginsOf } from '../layout/margins.ts';
import { paperFrame, type Rect } from '../layout/paper.ts';
import { inner, lowOf, roomOfView, unscaled } from '../layout/placement.ts';
import { titleGuides } from '../layout/titleGuides.ts';
import type { SheetSetup } from '../setup.ts';
import { type AuxiliaryAim, auxiliaryAim, type PlacedAuxiliary, placeAuxiliary } from './auxiliary.ts';
import type { EdgeView } from './edgeView.ts';
import { viewToPaper } from './placedView.ts';
import type { PlacedShape } from './trueShape.ts';

/** Works a view along a free direction out. */
export type AuxiliaryMaker = (frame: ViewFrame) => View;

/** What names of points may take round a view, mm. */
const NAMES_ROOM = 9;

/** An auxiliary view that stands on something else. */
const noRoom = (a: PlacedAuxiliary): Fault => ({
  path: ['setup', 'auxiliary'],
  where: a.title.toLowerCase(),
  ...says('auxiliary.no-room'),
});

/** A face alone, as its view square to it shows it: its own edges, each once. */
const faceAlone = (part: BuiltPart, aim: AuxiliaryAim): View => {
  const lines = part.bodies
    .filter((b) => b.solid.name === aim.body)
    .flatMap((b) => b.edges.filter((e) => isDrawn(e) && e.on.includes(aim.face)))
    .flatMap((e) =>
      shadowsOf(e.curve, e.from, e.to, aim.frame, part.tol.linear, e.key, []).map(
        (s): ViewLine => ({
          class: 'visible',
          kind: 'edge',
          curve: s.curve,
          from: s.lo,
          to: s.hi,
          of: e.on,
          sources: [e.key],
        }),
      ),
    );
  return { frame: aim.frame, lines, threads: [], box: boxOfLines(lines) };
};

/** What is on a sheet before auxiliary views are placed. */
export type SheetSite = {
  readonly layout: Layout;
  readonly shapes: readonly PlacedShape[];
  readonly edgeViews: readonly EdgeView[];
  readonly margins: MarginsOf;
  /** mm of paper per part unit */
  readonly scale: number;
};

/** The rooms that are taken on a sheet with its views and true shapes. */
export const takenRooms = (
  setup: SheetSetup,
  { layout, shapes, edgeViews, margins }: SheetSite,
  units: 'mm' | 'in',
): Rect[] => {
  const paper = paperFrame(setup);
  const around = setup.rules.corners ? NAMES_ROOM : 2;
  return [
    ...[...layout.boxes].map(([name, b]) =>
      roomOfView(b, margins.get(name), around, titleGuides(setup.rules).room),
    ),
    ...[...shapes, ...edgeViews].map((s) => s.room),
    paper.title,
    footInk(paper, units, setup.notes).room,
  ];
};

/** Places the views square to inclined faces that a sheet asks for, with what cannot be had or has no room. */
export const placeAuxiliaries = (
  part: BuiltPart,
  setup: SheetSetup,
  site: SheetSite,
  makeAuxiliary: AuxiliaryMaker,
): { readonly placed: readonly PlacedAuxiliary[]; readonly findings: readonly Fault[] } => {
  const placed: PlacedAuxiliary[] = [];
  const findings: Fault[] = [];
  if (!setup.auxiliary?.length) return { placed, findings };
  const { layout, scale } = site;
  const free = inner(paperFrame(setup).frame, 2);
  const taken = takenRooms(setup, site, part.units);
  for (const wanted of setup.auxiliary) {
    const aim = auxiliaryAim(part, wanted, [...layout.boxes.keys()]);
    if (!('frame' in aim)) {
      findings.push(aim);
      continue;
    }
    const box = layout.boxes.get(aim.from) as Rect;
    const home = {
      name: aim.from,
      box,
      toPaper: viewToPaper(aim.from, lowOf(part.box), unscaled(part.box), box, scale),
    };
    const view = aim.partial ? faceAlone(part, aim) : makeAuxiliary(aim.frame);
    const next = placeAuxiliary(aim, view, part, home, scale, setup.angle, { free, taken });
    placed.push(next);
    taken.push(next.room);
    if (!next.fits) findings.push(noRoom(next));
  }
  return { placed, findings };
};
