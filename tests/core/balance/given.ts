import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import type { Fault } from '../../../core/number/fault.ts';
import { partModel, readPartFile } from '../../../core/part/model.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { type Section, sectionOf } from '../../../core/section/section.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { type BuiltPart, buildPart } from '../../../core/solid/build.ts';
import { type Measures, measureSolid, measureTogether } from '../../../core/solid/measure.ts';
import { lineLength, type View, viewOf } from '../../../core/view/view.ts';

/** What tests are given: parts from few words, and the answers asked of them. */
export type Features = PartFile['bodies'][number]['features'];
export type Shape = Features[number]['shape'];
export type Feature = Omit<Features[number], 'id'> & { id?: string };

export const feature = (op: 'add' | 'cut' | 'keep', shape: Shape, more: Partial<Feature> = {}): Feature => ({
  op,
  shape,
  ...more,
});

const named = (features: readonly Feature[]): Features =>
  features.map((f, i) => ({ ...f, id: f.id ?? `${f.shape.kind} ${i + 1}` })) as Features;

export const partOf = (...features: readonly Feature[]): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'given',
  units: 'mm',
  bodies: [{ name: 'body', features: named(features) }],
});
export const bodiesOf = (bodies: Record<string, readonly Feature[]>): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'given',
  units: 'mm',
  bodies: Object.entries(bodies).map(([name, f]) => ({ name, features: named(f) })),
});

export const built = (file: PartFile): BuiltPart => {
  const read = readPartFile(file);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const model = partModel(read.value);
  if (!model.ok) throw new Error(JSON.stringify(model.faults));
  const part = buildPart(model.value);
  if (!part.ok) throw new Error(JSON.stringify(part.faults));
  return part.value;
};

export const measured = (part: BuiltPart): Measures =>
  measureTogether(part.bodies.map(({ solid, edges }) => measureSolid(solid, edges)));

export const seen = (part: BuiltPart, name: ViewName): View =>
  viewOf(part.bodies, VIEW_FRAMES[name], part.tol);

export const lengths = (view: View): { visible: number; hidden: number } => {
  const total = (c: string): number =>
    view.lines.filter((l) => l.class === c).reduce((s, l) => s + lineLength(l), 0);
  return { visible: total('visible'), hidden: total('hidden') };
};

export const cutBy = (file: PartFile, trace: TraceFile): Section => {
  const plane = cuttingPlane(trace, file);
  if (!plane.ok) throw new Error(JSON.stringify(plane.faults));
  return sectionOf(built(file), plane.value);
};

/** The faults of a part file, at whichever stage they show. */
export const faultsOf = (data: unknown): readonly Fault[] => {
  const read = readPartFile(data);
  if (!read.ok) return read.faults;
  const model = partModel(read.value);
  if (!model.ok) return model.faults;
  const part = buildPart(model.value);
  return part.ok ? [] : part.faults;
};
