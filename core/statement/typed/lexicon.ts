/**
 * The words that a typed line may hold, by what they mean. A word is known by any of its spellings; whole phrases are brought to one
 * word first (phrases.ts). Nothing here depends on the order in which words are typed.
 */

/** What a word stands for. */
export type Meaning = keyof typeof SPELLINGS;

/** Every spelling of every known word. */
export const SPELLINGS = {
  // shapes
  block:
    'block box cube slab bar brick cuboid body upright rib web lug flange rectangle rectangular oblong strip pad foot board rail beam tongue ridge tenon',
  plate: 'plate sheet panel',
  hole: 'hole holes bore bored drill drilled drilling ream reamed',
  slot: 'slot slots slotted obround',
  cylinder:
    'cylinder cylinders cyl rod rods pin pins peg pegs shaft spigot boss bosses disc disk round dowel dowels post posts journal stub',
  cone: 'cone conical frustum taper tapered',
  tapering: 'tapering',
  sphere: 'sphere spherical ball',
  torus: 'ring torus donut',
  turned: 'turned turning lathe',
  truncated: 'truncated',
  overall: 'overall total',
  prism: 'prism prismatic',
  pyramid: 'pyramid',
  wedge: 'wedge ramp gusset',
  step: 'step rebate rabbet ledge shoulder',
  notch: 'notch cutout notches',
  pocket: 'pocket pockets recess cavity window opening',
  groove: 'groove keyway channelling trough',
  tube: 'tube pipe sleeve bush bushing washer',
  lprofile: 'lprofile ell',
  tprofile: 'tprofile tee',
  uprofile: 'uprofile',
  // regular polygons
  triangle: 'triangle triangular',
  square: 'square sq',
  pentagon: 'pentagon pentagonal',
  hexagon: 'hexagon hexagonal hex',
  heptagon: 'heptagon heptagonal',
  octagon: 'octagon octagonal oct',
  // sizes
  width: 'width wide w',
  depth: 'depth deep dp d',
  height: 'height high tall ht h',
  thickness: 'thickness thick thk t',
  length: 'length long lg',
  diameter: 'diameter dia diam across',
  radius: 'radius rad r',
  af: 'af',
  ac: 'ac',
  flats: 'flats',
  side: 'side',
  sides: 'sides sided',
  od: 'od',
  id: 'id',
  pcd: 'pcd',
  pitch: 'pitch spacing spaced apart every',
  centres: 'centres centers',
  corners: 'corners',
  corner: 'corner',
  incorners: 'incorners',
  fromedges: 'fromedges',
  edgeline: 'edgeline',
  edgegroup: 'edgegroup',
  sidecorners: 'sidecorners',
  openslot: 'openslot openslots',
  openend: 'openend',
  vgroove: 'vgroove',
  dovetail: 'dovetail',
  edge: 'edge edges flat',
  base: 'base',
  wall: 'wall walls',
  fullacross: 'fullacross',
  first: 'first',
  down: 'down',
  toward: 'toward towards facing',
  chamfer: 'chamfer chamfers chamfered bevel bevelled',
  fillet: 'fillet fillets rounding',
  rim: 'rim rims mouth brim lip',
  tapped: 'tapped threaded thread screwed',
  counterbore: 'counterbore',
  countersink: 'countersink',
  degrees: 'degrees degree deg',
  tubeSize: 'section',
  metric: 'metric',
  threadLength: 'threadlength',
  // the rest of a hole
  through: 'through',
  blind: 'blind',
  clearance: 'clearance clear clearing',
  // places
  top: 'top upper',
  bottom: 'bottom underside lower',
  front: 'front',
  back: 'back rear',
  left: 'left lhs',
  right: 'right rhs',
  from: 'from',
  at: 'at position positioned placed',
  centre: 'centre center middle mid centred centered',
  axis: 'axis',
  hplane: 'hplane',
  vplane: 'vplane',
  parallelhp: 'parallelhp',
  parallelvp: 'parallelvp',
  restingedge: 'restingedge',
  restingcorner: 'restingcorner',
  restingface: 'restingface',
  restinggenerator: 'restinggenerator',
  sunk: 'sunk sunken',
  restingslant: 'restingslant',
  restingside: 'restingside',
  ofWhole: 'ofwhole',
  ofShape: 'namedshape',
  foot: 'footline',
  ringgroove: 'undercut ringgroove',
  collar: 'collar collars',
  bothends: 'bothends',
  oneflat: 'oneflat',
  twoflats: 'twoflats',
  fourflats: 'fourflats',
  dome: 'dome domed hemisphere hemispherical',
  alongwidth: 'alongwidth',
  alongdepth: 'alongdepth',
  alongheight: 'alongheight',
  tilted: 'tilted tilt leaning leans inclined rotated rotate',
  up: 'up',
  over: 'over',
  // how many
  off: 'off nos pcs times',
  row: 'row rows line',
  mirrored: 'mirrored mirror symmetrical both',
  // what is done
  add: 'add plus join put attach stick',
  cut: 'cut remove minus subtract hollow mill',
  keep: 'keep intersect common',
  // words without a meaning of their own
  noise:
    'a an the of on in to and with is are it its be for into make made draw part piece my me i want need there that this size sized dimension dimensions measuring standing regular solid plain which whose has have having then as going goes running runs along get exactly so also please equilateral equally equispaced evenly cross',
} as const;

/** How many sides a regular polygon's word says. */
export const SIDES: Partial<Record<Meaning, number>> = {
  triangle: 3,
  square: 4,
  pentagon: 5,
  hexagon: 6,
  heptagon: 7,
  octagon: 8,
};

/** Medium clearance holes for metric screws (ISO 273), mm. */
export const CLEARANCE: Readonly<Record<string, number>> = {
  5: 5.5,
  6: 6.6,
  8: 9,
  10: 11,
  12: 13.5,
  16: 17.5,
  20: 22,
  24: 26,
  30: 33,
  36: 39,
};

const BY_SPELLING = new Map<string, Meaning>();
for (const [meaning, spellings] of Object.entries(SPELLINGS))
  for (const s of spellings.split(' ')) BY_SPELLING.set(s, meaning as Meaning);

/** Meanings whose first spelling nobody types. */
const INNER = new Set([
  'noise',
  'metric',
  'tubeSize',
  'incorners',
  'fromedges',
  'edgeline',
  'edgegroup',
  'sidecorners',
  'openslot',
  'openend',
  'vgroove',
  'threadLength',
  'fullacross',
  'tapering',
  'ofWhole',
  'ofShape',
  'foot',
  'bothends',
  'oneflat',
  'twoflats',
  'fourflats',
  'hplane',
  'vplane',
  'parallelhp',
  'parallelvp',
  'restingedge',
  'restingcorner',
  'restingface',
  'restinggenerator',
  'restingslant',
  'restingside',
]);

/** Words that one may be offered to go on with, each in its first spelling. */
export const OFFERED: readonly string[] = Object.entries(SPELLINGS)
  .filter(([meaning]) => !INNER.has(meaning) && !/profile$|^along/.test(meaning))
  .map(([, spellings]) => spellings.split(' ')[0] as string);

/** Damerau and Levenshtein's distance, given up beyond `most`. */
const slips = (a: string, b: string, most: number): number => {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      let x = Math.min(
        (row[j] as number) + 1,
        (next[j - 1] as number) + 1,
        (row[j - 1] as number) + (same ? 0 : 1),
      );
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        x = Math.min(x, (before[j - 2] as number) + 1);
      next.push(x);
    }
    before = row;
    row = next;
  }
  return row[b.length] as number;
};

/** What a word means; a slip or two of the pen in a longer word is forgiven where only one meaning is that near. */
export const meaningOf = (word: string): { means: Meaning; respelled: boolean } | undefined => {
  const w = word.toLowerCase();
  const known = BY_SPELLING.get(w);
  if (known) return { means: known, respelled: false };
  if (w.length < 4) return undefined;
  const most = w.length < 7 ? 1 : 2;
  let best = most + 1;
  let found = new Set<Meaning>();
  for (const [spelling, meaning] of BY_SPELLING) {
    // a word without a meaning of its own is no reading of an unknown one
    if (spelling.length < 4 || meaning === 'noise') continue;
    const n = slips(w, spelling, most);
    if (n > most || n > best) continue;
    if (n < best) found = new Set();
    best = n;
    found.add(meaning);
  }
  const [means] = found;
  return found.size === 1 && means ? { means, respelled: true } : undefined;
};
