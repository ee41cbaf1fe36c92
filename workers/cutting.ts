import type { Worked } from '../core/drawing/desk.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import type { PartFile, TraceFile } from '../core/part/schema.ts';
import { cutLengthwise } from '../core/section/cutLengthwise.ts';
import { type CutMark, cutMarks } from '../core/section/cutMarks.ts';
import { type AreaAt, areaCurve, placeForShare, volumesParted } from '../core/section/cutThrough.ts';
import {
  type Corner,
  type Diagonal,
  type PrincipalMoments,
  principalMoments,
  type Side,
  sidesAndCorners,
} from '../core/section/faceFigures.ts';
import { type ProposedCut, proposedCuts } from '../core/section/proposedCuts.ts';
import { partBehind, type Section } from '../core/section/section.ts';
import { type CuttingPlane, cuttingPlane } from '../core/section/trace.ts';

type Drawn = Extract<Worked, { ok: true }>;

/** What a cut lays open, worked out when it is looked at; part units. */
export type CutStudy = {
  readonly name: string;
  readonly bodies: readonly {
    readonly name: string;
    readonly area: number;
    readonly perimeter: number;
    /** along the trace, and the part's own coordinate that the trace's view does not show */
    readonly centroid: Vec2;
    readonly moments: PrincipalMoments;
    readonly sides: readonly Side[];
    readonly corners: readonly Corner[];
    readonly diagonals: readonly Diagonal[];
  }[];
  /** of a cut with several legs, the area that each lays open */
  readonly legs: readonly number[];
  /** of a flat cut: the area at each place of its way, and the direction of sight in its view, along which it moves */
  readonly curve: readonly AreaAt[];
  readonly sight: Vec2;
  readonly volumes: { readonly stays: number; readonly goes: number };
};

/** So many places of a cut's way are looked at. */
const PLACES = 41;

const sectionNamed = ({ sections }: Drawn, name: string): Section | undefined =>
  sections.find((s) => s.plane.name === name);

/** The planes of the cuts that act together with one: its figures are those of what they leave. */
const planesWith = ({ sections }: Drawn, s: Section): CuttingPlane[] =>
  sections.filter((x) => s.actsWith.includes(x.plane.name)).map((x) => x.plane);

/** All that is known about a cut's faces, with the curve of its area. @returns undefined where it is not drawn */
export const cutStudy = (worked: Drawn, name: string): CutStudy | undefined => {
  const s = sectionNamed(worked, name);
  if (!s) return undefined;
  const part = partBehind(worked.part, planesWith(worked, s));
  return {
    name,
    bodies: s.bodies.map((b) => ({
      name: b.name,
      area: b.face.area,
      perimeter: b.face.perimeter,
      centroid: b.face.centroid,
      moments: principalMoments(b.face),
      ...sidesAndCorners(b.face, b.cutPoints, s.plane, part.tol.linear),
    })),
    legs:
      s.plane.legs.length > 1
        ? s.plane.legs.map((_, i) => s.bodies.reduce((sum, b) => sum + (b.parts[i]?.area ?? 0), 0))
        : [],
    curve: areaCurve(part, s.plane, PLACES),
    sight: s.plane.sight,
    volumes: volumesParted(part, s.plane),
  };
};

/** A move of a flat cut along its direction of sight in its view, part units. */
export type MoveOfCut = { readonly by: number; readonly sight: Vec2 };

/** How far to move a cut so that a share of the volume stays behind it; undefined where no such place is. */
export const shareOfCut = (worked: Drawn, name: string, share: number): MoveOfCut | undefined => {
  const s = sectionNamed(worked, name);
  const by = s && placeForShare(partBehind(worked.part, planesWith(worked, s)), s.plane, share);
  return s && by !== undefined ? { by, sight: s.plane.sight } : undefined;
};

/** The features that a typed cut can name in the views on the sheet. */
export const marksForCuts = ({ part, sheet }: Drawn): CutMark[] =>
  cutMarks(
    part,
    sheet.views.map((v) => v.name),
  );

/** What a cut that is new leaves whole by rule: ribs, shafts and the like that it would go through lengthwise. */
export const leftWhole = ({ part }: Drawn, file: PartFile, trace: TraceFile): string[] => {
  const plane = cuttingPlane(trace, file);
  return plane.ok ? cutLengthwise(part.bodies, plane.value) : [];
};

/** Cuts that suit the part, for the views on its sheet; each leaves whole what it may not run along. */
export const cutProposals = (worked: Drawn, file: PartFile): ProposedCut[] =>
  proposedCuts(
    worked.part,
    worked.sheet.views.map((v) => v.name),
  ).map((p) => {
    const whole = leftWhole(worked, file, { name: 'A', ...p.trace });
    return whole.length ? { ...p, trace: { ...p.trace, whole } } : p;
  });
