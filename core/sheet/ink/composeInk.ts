import type { BuiltPart } from '../../solid/build.ts';
import type { SceneBody } from '../../view/scene.ts';
import { balloonInk } from '../annotate/balloonInk.ts';
import { type FeatureAxis, featureAxes } from '../annotate/centreLines.ts';
import { cornerNames } from '../annotate/cornerNames.ts';
import { type HatchOf, hatchStyle } from '../annotate/hatch.ts';
import { hatchOrders } from '../annotate/hatchOrder.ts';
import { holeTableInk } from '../annotate/holeTable.ts';
import { withLettering } from '../annotate/lettering.ts';
import { patternOf } from '../annotate/materialHatch.ts';
import { partsListInk } from '../annotate/partsList.ts';
import { footInk } from '../annotate/sheetNotes.ts';
import { type TitleText, titleBlock } from '../annotate/titleBlock.ts';
import { traceInk } from '../annotate/traceLine.ts';
import { dimensionsToSheet, sizeInk } from '../dimensions/dimensionInk.ts';
import type { Numbered, PlacedSheet } from '../drawnSheet.ts';
import type { SheetSetup } from '../setup.ts';
import type { Ink } from './ink.ts';
import { planeTraceInk } from './planeTraceInk.ts';
import { projectorInk } from './projectorInk.ts';
import { referenceInk, titleGuideInk } from './referenceInk.ts';
import { shapeInk } from './shapeInk.ts';
import { squareInk } from './squareInk.ts';
import { tintInk } from './tintInk.ts';
import { type AxesOf, auxiliaryInk, edgeViewInk, pictorialInk, viewInk } from './viewInk.ts';

/** Turns the sheet's objects into ink, in drawing order: light lines first, outlines over them, lettering last. */
export const composeInk = (
  sheet: PlacedSheet,
  part: BuiltPart,
  setup: SheetSetup,
  title: TitleText,
  scale: string,
  numbered: Numbered,
): Ink[] => {
  const cut = new Set(sheet.sections.flatMap((s) => s.bodies.map((b) => b.name)));
  const orders = hatchOrders(part, cut);
  const hatchOf: HatchOf = (s, body) => {
    const face = s.bodies.find((b) => b.name === body)?.face;
    const { scale: k } = sheet;
    return hatchStyle(
      orders.get(body) ?? 0,
      (face?.area ?? 0) * k * k,
      (face?.perimeter ?? 0) * k,
      setup.rules.hatchEvery,
      {
        pattern: setup.rules.hatchBy && patternOf(setup.materials?.get(body) ?? ''),
        atEdge: setup.rules.hatchLarge === 'edge',
      },
    );
  };
  const axes = new Map<readonly SceneBody[], FeatureAxis[]>();
  const axesOf: AxesOf = (scene) => {
    const known = axes.get(scene) ?? featureAxes(scene, part.tol.linear);
    axes.set(scene, known);
    return known;
  };
  const lineEnds = setup.rules.lineEnds ?? 'arrows';
  const ink: Ink[] = [
    ...(setup.rules.tints ? tintInk(sheet, part) : []),
    ...(setup.rules.squares && setup.square ? squareInk(sheet, setup.square * sheet.scale) : []),
    ...titleBlock(
      sheet.paper,
      title,
      sheet.angle,
      { scale, units: part.units, paper: sheet.paper.name },
      setup.revisions,
    ),
    ...(setup.rules.partsList
      ? partsListInk(sheet.paper, setup.partsRows ?? [], setup.revisions?.length ?? 0)
      : []),
    ...holeTableInk(sheet.paper, sheet.holeTable, sheet.views),
    ...footInk(sheet.paper, part.units, setup.notes).ink,
    ...referenceInk(sheet, setup),
    ...(setup.rules.projectors === 'kept' ? projectorInk(sheet, setup, numbered, part) : []),
    ...sheet.views.flatMap((v) => viewInk(v, sheet, part, setup, hatchOf, axesOf)),
    ...sheet.shapes.flatMap((s) =>
      shapeInk(s, sheet, setup, hatchOf, (section) => axesOf(section.remains), part.tol.linear),
    ),
    ...sheet.auxiliaries.flatMap((a) =>
      auxiliaryInk(a, setup, axesOf(part.bodies), part.bodies, part.tol.linear, sheet.interruptions),
    ),
    ...sheet.edgeViews.flatMap((e) => edgeViewInk(e, sheet, setup, axesOf(part.bodies), part.tol.linear)),
    ...(sheet.pictorial ? pictorialInk(sheet.pictorial, part.tol.linear) : []),
    ...sheet.sections.flatMap((s) => traceInk(s, sheet)),
    ...planeTraceInk(sheet),
    ...sheet.dimensions.laid.flatMap((d) => {
      const home = sheet.views.find((v) => v.name === d.view);
      return home ? sizeInk(d, d.wanted.id, home.name, dimensionsToSheet(home), lineEnds) : [];
    }),
    ...sheet.shapes.flatMap((shape) =>
      shape.sizes.list.flatMap((d) => sizeInk(d, d.id, `shape ${shape.cut}`, shape.sizesToSheet, lineEnds)),
    ),
  ];
  ink.push(...sheet.balloons.flatMap(balloonInk));
  const named = {
    ...numbered,
    points: numbered.points.filter((p) => !numbered.unnamed?.has(p.body)),
  };
  const names = setup.rules.corners ? cornerNames(sheet, setup, named, ink, part) : [];
  const lettered = withLettering([...ink, ...names], sheet.paper.frame, sheet.paper.title);
  // letters stand on their guide lines, so these are no lines to be kept clear of
  return [...lettered, ...titleGuideInk(sheet, lettered)];
};
