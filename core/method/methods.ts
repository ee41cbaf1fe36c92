import { arcThroughThree } from './curves/arcThroughThree.ts';
import { ellipseByCircles } from './curves/ellipse.ts';
import { isometricCircle } from './curves/isometricCircle.ts';
import { boltHead, hexagonNut } from './fasteners/hexagonHead.ts';
import { threadForm } from './fasteners/threadForm.ts';
import type { Method } from './method.ts';
import { planeOfThreePoints } from './planes/planeOfThreePoints.ts';
import {
  cutPointsOfBall,
  cutPointsOfCone,
  cutPointsOnEdges,
  cutPointsOnGenerators,
  trueShapeOnX1Y1,
} from './projection/cutting.ts';
import { depthArcs, depthDividers, mitreLine, settingOut } from './projection/transferring.ts';
import { dividedLine } from './shapes/dividedLine.ts';
import { hexagonInCircle, hexagonOnFlats, pentagon } from './shapes/polygons.ts';
import { taperByRatio } from './shapes/taper.ts';
import { crossingCylinders } from './surfaces/crossingCylinders.ts';
import { cutCone } from './surfaces/cutCone.ts';
import { cutCylinder } from './surfaces/cutCylinder.ts';
import { frustumOfPyramid } from './surfaces/frustumOfPyramid.ts';

/** All constructions of the shelf, in the order in which they stand there. */
export const METHODS: readonly Method[] = [
  settingOut,
  mitreLine,
  depthArcs,
  depthDividers,
  cutPointsOnEdges,
  cutPointsOnGenerators,
  cutPointsOfCone,
  cutPointsOfBall,
  trueShapeOnX1Y1,
  planeOfThreePoints,
  cutCylinder,
  cutCone,
  frustumOfPyramid,
  crossingCylinders,
  dividedLine,
  hexagonInCircle,
  hexagonOnFlats,
  pentagon,
  taperByRatio,
  arcThroughThree,
  ellipseByCircles,
  isometricCircle,
  boltHead,
  hexagonNut,
  threadForm,
];

/** The method of an address on the shelf; undefined where none stands there. */
export const methodOf = (slug: string): Method | undefined => METHODS.find((m) => m.slug === slug);
