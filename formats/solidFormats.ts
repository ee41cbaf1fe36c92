/** Open formats that a part's solids are written in: used by the menu, the route and the command line. */
export const SOLID_EXPORTS = [
  { id: 'step', label: 'Save STEP', type: 'model/step' },
  { id: 'stl', label: 'Save STL', type: 'model/stl' },
  { id: 'obj', label: 'Save OBJ', type: 'model/obj' },
  { id: '3mf', label: 'Save 3MF', type: 'model/3mf' },
] as const;
export type SolidFormat = (typeof SOLID_EXPORTS)[number]['id'];
export const SOLID_FORMATS: readonly SolidFormat[] = SOLID_EXPORTS.map((e) => e.id);

/** How far triangles may stray where nothing is said, in the part's unit: 0.05 mm, or two thousandths of an inch. */
export const usualDeviation = (units: 'mm' | 'in'): number => (units === 'mm' ? 0.05 : 0.002);

/** True for a file of solids that is read, by its ending. */
export const isSolidFile = (name: string): boolean => /\.(?:step|stp|stl|obj)$/i.test(name);

/** The largest file of solids that is read, bytes. */
export const LARGEST_SOLID_FILE = 20 * 1024 * 1024;
