import type { Stage } from '../deskView.ts';

/** Where a command leads: a control of a stage or of the head by its name, or an item of a menu. */
export type CommandPlace =
  | { readonly kind: 'stage' }
  | { readonly kind: 'control'; readonly name: string; readonly press?: true }
  | { readonly kind: 'menu'; readonly menu: string; readonly item: string };

/** Something that can be done or set at the desk, with the words by which a drafter may look for it. */
export type DeskCommand = {
  readonly label: string;
  /** other words for it */
  readonly words: string;
  /** where it is; the head where missing */
  readonly stage?: Stage;
  readonly place: CommandPlace;
};

const at = (stage: Stage, label: string, words: string, name = label): DeskCommand => ({
  label,
  words,
  stage,
  place: { kind: 'control', name },
});
const pressed = (stage: Stage | undefined, label: string, words: string, name = label): DeskCommand => ({
  label,
  words,
  ...(stage && { stage }),
  place: { kind: 'control', name, press: true },
});
const saved = (item: string, words: string): DeskCommand => ({
  label: item,
  words,
  place: { kind: 'menu', menu: 'Print / Save', item },
});
const stage = (name: Stage, words: string): DeskCommand => ({
  label: `Go to ${name}`,
  words,
  stage: name,
  place: { kind: 'stage' },
});

/** Every action and setting of the desk that is always there, in the order of work. */
export const COMMANDS: readonly DeskCommand[] = [
  stage('Measure', 'statement part sizes features solid'),
  stage('Set out', 'setting out layout paper scale views boxes'),
  stage('Project', 'projection projectors hidden lines'),
  stage('Transfer', 'ledger points construct replay balance practise'),
  stage('Cut', 'sections true shape development'),
  stage('Dimension', 'dimensions sizes figures notes fits'),
  stage('Check', 'review remarks mistakes marking examiner'),
  stage('Issue', 'release revision title block freeze'),
  pressed(undefined, 'Undo', 'take back'),
  pressed(undefined, 'Redo', 'do again'),
  pressed(undefined, 'Daybook', 'history changes log'),
  pressed(undefined, 'Light or dark screen', 'night theme colours contrast', 'Keys and actions'),
  pressed(undefined, 'Task', 'assignment brief what was asked'),
  pressed(undefined, 'Source', 'picture photograph scan given sheet beneath tracing'),
  saved('Print …', 'printer tiles full size poster'),
  saved('Save PDF', 'export'),
  saved('Save SVG', 'export'),
  saved('Save DXF, on the paper', 'export cad'),
  saved('Save DXF, true size with layout', 'export cad model space'),
  saved('Save DXF, true size, dimensions that measure', 'export cad associative dimensions'),
  saved('Save DXF, true size, each view a block', 'export cad insert'),
  saved('Save PNG, 300 dpi', 'export picture image'),
  saved('Save STEP', 'export solid cad'),
  saved('Save STL', 'export solid print in three dimensions net'),
  saved('Save OBJ', 'export solid net'),
  saved('Save 3MF', 'export solid print in three dimensions net'),
  saved('Save part file', 'export json'),
  saved('Save drawing file', 'export json'),
  at(
    'Measure',
    'Type a line of the statement',
    'add feature hole block cylinder',
    'New line of the statement',
  ),
  pressed('Measure', 'Begin from a shape', 'add block cylinder prism cone example'),
  pressed('Measure', 'Bring in a part', 'assembly insert body from the register'),
  pressed('Measure', 'Profile on squares', 'squared paper outline polygon'),
  pressed('Measure', 'Edit the statement as text', 'type all lines', 'Edit as text'),
  pressed('Measure', 'List of sizes', 'given sizes counted forgotten missing', 'Sizes'),
  at('Measure', 'Unit of the part', 'mm inch inches fractions', "Unit of the part's sizes"),
  at('Measure', 'Name of the part', 'title rename', 'Name of the part'),
  at('Set out', 'House rules', 'preset school style standard iso asme', 'House rules'),
  at('Set out', 'Paper', 'sheet size a4 a3 format', 'Paper'),
  at('Set out', 'Landscape or portrait', 'orientation turn the sheet upright', 'Orientation'),
  at('Set out', 'Place of the title block', 'corner strip', 'Title block'),
  at('Set out', 'Scale', 'full size half size enlarge reduce 1:2', 'Scale'),
  at('Set out', 'First or third angle', 'projection angle european american', 'Projection angle'),
  at('Set out', 'Gap between views', 'distance from xy space', 'Gap, view to XY'),
  at('Set out', 'Place of the views on the sheet', 'move corner from the left', 'Corner from the left'),
  at('Set out', 'Which views are drawn', 'front top side left right back plan elevation', 'Front view'),
  at('Set out', 'What the views are called', 'names elevation plan', 'Views are called'),
  at('Set out', 'XY lines', 'ground line reference folding', 'XY lines shown'),
  at('Set out', 'Mitre line', '45 degree bounce', 'Mitre line shown'),
  at('Set out', 'Height of the names of views', 'lettering titles text size', 'Names of views, height'),
  at('Set out', 'Guide lines of names', 'lettering', 'Names between guide lines'),
  at('Set out', 'Parts list', 'bill of materials items assembly', 'Parts list'),
  at('Set out', 'Balloons', 'item numbers assembly', 'Balloons'),
  pressed('Set out', 'List for the board', 'setting out distances marks to measure by hand'),
  at('Project', 'Hidden lines behind a cut', 'dashed section kept left out', 'Hidden lines behind a cut'),
  at(
    'Project',
    'Leave out the middle of a long part',
    'interrupted broken view break line shaft shorten',
    'Leave out the middle',
  ),
  at('Project', 'Names of sectional views', 'section a-a title', 'Sectional views are named'),
  at('Project', 'Spacing of the hatching', 'section lining', 'Hatching, lines apart'),
  at('Project', 'Isometric on the sheet', 'pictorial 3d exploded apart', 'Isometric on the sheet'),
  at('Project', 'Lines of symmetry', 'centre lines axes', 'Lines of symmetry'),
  at('Project', 'Tinted faces', 'colour shade coloured', 'Tinted faces'),
  at('Project', 'Tangent edges', 'fillet thin lines', 'Show tangent edges'),
  at('Project', 'Projectors', 'projection lines construction', 'Projectors'),
  at('Project', 'How depths are transferred', 'mitre arcs dividers compass', 'Transfer depths by'),
  at('Project', 'Numbers of cut points', 'section points', 'Cut points numbered'),
  at('Project', 'Generators', 'divide circles into 8 12 24 development', 'Divide circles into'),
  pressed('Project', 'Describe the views in words', 'reading blind', 'Describe the views'),
  at(
    'Transfer',
    'Ledger, construction, balance, practice, parts',
    'book replay compare exercise learn clearance play fit interference taper between parts',
    'Book',
  ),
  at('Transfer', 'Find a point or face', 'corner number', 'Find a point or face'),
  at('Transfer', 'Names of corners on the sheet', 'numbers letters 1 2 a', 'Names on the sheet'),
  pressed('Transfer', 'Save the ledger as CSV', 'table export points', 'Save CSV'),
  pressed('Cut', 'Add a cut', 'section plane half stepped bent offset'),
  at('Cut', 'Type a cut', 'section plane state write', 'Type a cut'),
  at('Dimension', 'From where sizes are counted', 'base line chain symmetry datum', 'Count from'),
  pressed('Dimension', 'Dimension the sheet', 'propose all dimensions automatically'),
  at('Dimension', 'When missing sizes are told', 'course teacher learner mark', 'Missing sizes are told'),
  at('Dimension', 'Decimals of figures', 'places rounding precision', 'Decimals of figures'),
  at('Dimension', 'Places of holes in a table', 'coordinates hole table drill list', 'Lengths from one base'),
  at('Dimension', 'Lengths on one line from zero', 'running ordinate stacked', 'Lengths from one base'),
  at('Dimension', 'Arrows, ticks or dots', 'ends of dimension lines', 'Dimension lines end in'),
  at('Check', 'Remarks of the check', 'mistakes to mend to consider', 'Remarks'),
  pressed('Check', 'Mark drawings', 'marking correct learner work class', 'Mark drawings'),
  at('Issue', 'Form of the title block', 'school workshop strip', 'Form of the title block'),
  at('Issue', 'Title', 'name of the drawing', 'Title'),
  at('Issue', 'Number', 'drawing number', 'Number'),
  at('Issue', 'Material', 'steel brass', 'Material'),
  at('Issue', 'A field of your own', 'mass order own title block', 'Label of a field of your own'),
  at('Issue', 'General tolerance', 'limits iso 2768', 'General tolerance'),
  at('Issue', 'Drawn by', 'author initials', 'Drawn by'),
  at('Issue', 'Reason of the issue', 'revision release', 'Reason of the issue'),
];

const folded = (text: string): string => text.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '');

const wordsOf = (text: string): string[] =>
  folded(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/**
 * The commands that a search means, the likeliest first: every word of it begins a word of the command. One whose label begins with the search
 * comes first, then those whose label says the most of it in the fewest words; last those that are only known by other words.
 */
export const commandsFor = (search: string): readonly DeskCommand[] => {
  const asked = wordsOf(search);
  if (!asked.length) return COMMANDS;
  const begins = (text: string, word: string): boolean => wordsOf(text).some((w) => w.startsWith(word));
  const ranked = COMMANDS.flatMap((c) => {
    const said = asked.filter((w) => begins(c.label, w)).length;
    const starts = folded(c.label).startsWith(asked.join(' ')) ? 1 : 0;
    const inLabel = starts + said / c.label.split(' ').length;
    const known = asked.every((w) => begins(`${c.label} ${c.words} ${c.stage ?? ''}`, w));
    return known ? [{ c, inLabel }] : [];
  });
  return ranked.sort((a, b) => b.inLabel - a.inLabel).map((r) => r.c);
};
