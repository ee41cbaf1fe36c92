/** Densities of what parts are made of, g/cm^3: usual middle values, good for a first mass and no more. */
const DENSITIES: readonly (readonly [RegExp, number])[] = [
  [/stainless/i, 7.9],
  [/cast iron/i, 7.2],
  [/steel/i, 7.85],
  [/alumini?um|alloy/i, 2.7],
  [/brass/i, 8.5],
  [/gunmetal|bronze/i, 8.8],
  [/copper/i, 8.96],
  [/zinc/i, 7.1],
  [/lead/i, 11.3],
  [/titanium/i, 4.5],
  [/oak|beech|ash/i, 0.72],
  [/birch ply|plywood|ply/i, 0.68],
  [/pine|spruce|larch|softwood/i, 0.5],
  [/acrylic/i, 1.19],
  [/acetal|pom/i, 1.41],
  [/nylon|polyamide/i, 1.14],
  [/polycarbonate/i, 1.2],
  [/pla\b/i, 1.24],
  [/abs\b/i, 1.05],
  [/concrete/i, 2.4],
  [/slate|stone|granite/i, 2.7],
  [/glass/i, 2.5],
];

/** The density of a material by its name, g/cm^3; undefined where it is not known. */
export const densityOf = (material: string): number | undefined =>
  DENSITIES.find(([name]) => name.test(material))?.[1];

const MM_PER_INCH = 25.4;
const KG_PER_POUND = 0.45359237;

/** Mass of a volume of the part's unit cubed, in g (mm) or lb (in). */
export const massOf = (volume: number, density: number, units: 'mm' | 'in'): number =>
  units === 'mm' ? (volume * density) / 1000 : (volume * MM_PER_INCH ** 3 * density) / 1e6 / KG_PER_POUND;
