import type { Drawing } from '../drawing/drawing.ts';
import type { Group } from '../drawing/groups.ts';
import { withOtherFront } from '../drawing/otherFront.ts';
import { Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { type FeatureFile, typedQuantity } from '../part/schema.ts';
import { solidOfLine } from '../part/solidPart.ts';
import { valueAt } from '../part/valueAt.ts';
import { statedBy } from '../recognise/stated.ts';
import { freeName } from '../statement/freeName.ts';
import { withCube } from '../statement/gridCubes.ts';
import { squaredCut, squaredFeature, wholeLoop } from '../statement/squares.ts';
import { type Standings, standingSizes } from '../statement/standings.ts';
import { withTable } from '../statement/turned.ts';
import { enterReading, entryLabel, typedContext } from '../statement/typed/enter.ts';
import { readTypedLine } from '../statement/typed/typedLine.ts';
import { workedBody } from '../statement/workedBody.ts';
import type { EditContext, Edited, GroupChange, StatementCommand } from './command.ts';
import {
  groupCopied,
  groupedWithAbove,
  groupMoved,
  groupRenamed,
  groupSwitched,
  groupTakenOut,
  ungrouped,
} from './groupChanges.ts';
import { findLine, gone, type LinePlace, pathOfPlace, replaceAt, withChange, withEntry } from './place.ts';
import { renameLine } from './renamed.ts';

/** The drawing with the lines of one body changed; a body without lines goes. */
const withLines = (
  d: Drawing,
  body: number,
  change: (lines: readonly FeatureFile[]) => readonly FeatureFile[],
): Drawing => {
  const bodies = d.part.bodies.flatMap((b, i) => {
    if (i !== body) return [b];
    const features = [...change(b.features)];
    return features.length ? [{ ...b, features }] : [];
  });
  return { ...d, part: { ...d.part, bodies } };
};

/** The lines with one of them put at another place among them. */
const movedTo = (lines: readonly FeatureFile[], from: number, to: number): FeatureFile[] => {
  const rest = lines.filter((_, i) => i !== from);
  const at = Math.max(0, Math.min(rest.length, to));
  return [...rest.slice(0, at), lines[from] as FeatureFile, ...rest.slice(at)];
};

const setFigure = (d: Drawing, { place, text }: Extract<StatementCommand, { type: 'setFigure' }>): Edited => {
  const subject =
    place.of === 'size' ? `Size ${place.name}` : place.of === 'body' ? `Body ${place.body}` : place.line;
  const path = pathOfPlace(d.part, place) ?? gone(subject);
  const before = valueAt(d.part, path);
  return {
    drawing: { ...d, part: replaceAt(d.part, path, typedQuantity(text)) },
    label: `${subject}: ${before} to ${text.trim()}`,
  };
};

const enterLine = (d: Drawing, text: string, { box, assembly }: EditContext): Edited => {
  const read = readTypedLine(text, typedContext(d.part, box, assembly));
  if (read.kind === 'asks')
    throw new Refusal({ path: [], where: '', ...says('typed.question', { question: read.question }) });
  return { drawing: { ...d, part: enterReading(d.part, read) }, label: entryLabel(d.part, read) };
};

const namePart = (d: Drawing, name: string): Edited => {
  // the sheet's title follows as long as it is the part's name
  const title = d.title === d.part.name ? name : d.title;
  return { drawing: { ...d, title, part: { ...d.part, name } }, label: `Named ${name}` };
};

const onLine = (
  d: Drawing,
  place: LinePlace,
  words: string,
  change: (lines: readonly FeatureFile[], index: number, own: FeatureFile) => readonly FeatureFile[],
): Edited => {
  const { body, index, own } = findLine(d, place);
  return {
    drawing: withLines(d, body, (lines) => change(lines, index, own)),
    label: `${place.line}: ${words}`,
  };
};

const copyLine = (lines: readonly FeatureFile[], index: number, own: FeatureFile): FeatureFile[] => {
  const id = freeName(
    own.id.replace(/ \d+$/, ''),
    lines.map((f) => f.id),
  );
  return [...lines.slice(0, index + 1), { ...own, id }, ...lines.slice(index + 1)];
};

const findGroup = (d: Drawing, body: string, name: string): Group =>
  d.groups?.find((g) => g.body === body && g.name === name) ?? gone(`The group "${name}"`);

const GROUP_CHANGES: Record<GroupChange, (d: Drawing, g: Group) => Drawing> = {
  'move up': (d, g) => groupMoved(d, g, -1),
  'move down': (d, g) => groupMoved(d, g, 1),
  copy: groupCopied,
  'switch on': (d, g) => groupSwitched(d, g, false),
  'switch off': (d, g) => groupSwitched(d, g, true),
  ungroup: ungrouped,
  'take out': groupTakenOut,
};

const markSize = (
  d: Drawing,
  { size, standing, from }: Extract<StatementCommand, { type: 'markSize' }>,
): Edited => {
  const marked = standingSizes(d.part, d.standings).find((s) => s.key === size) ?? gone('That size');
  const mark: Standings[string] | undefined =
    standing === 'given' ? undefined : { standing, ...(from && { from }) };
  return {
    drawing: withChange(d, { standings: withEntry(d.standings, size, mark) ?? null }),
    label: `${marked.line}, ${marked.words}: ${standing}`,
  };
};

const changeCube = (
  d: Drawing,
  { cell, side }: Extract<StatementCommand, { type: 'changeCube' }>,
): Edited => {
  const { worth } = typedContext(d.part, undefined);
  const part = withCube(d.part, cell, side, (q) => (typeof q === 'number' ? q : worth(q)));
  return { drawing: { ...d, part }, label: cell.op === 'add' ? 'A square added' : 'A square taken away' };
};

const addProfile = (
  d: Drawing,
  { profile, side, plane, thickness, isCut }: Extract<StatementCommand, { type: 'addProfile' }>,
  { box }: EditContext,
): Edited => {
  const { bodies } = d.part;
  const last = workedBody(d.part);
  const id = freeName(isCut ? 'cut-out' : 'profile', last?.features.map((f) => f.id) ?? []);
  if (isCut && last && box) {
    const cut = squaredCut(id, profile, d.part, box, side, plane, thickness);
    const context = typedContext(d.part, box);
    if (context.meets && !context.meets(cut))
      throw new Refusal({ path: [], where: 'the profile', ...says('profile.beside') });
    const into = context.otherBody?.(cut)?.name ?? last.name;
    const grown = bodies.map((b) => (b.name === into ? { ...b, features: [...b.features, cut] } : b));
    return {
      drawing: { ...d, part: { ...d.part, bodies: grown } },
      label: `${id}: cut in, counted on squares`,
    };
  }
  // counted from the lowest corner at the left
  const loop = wholeLoop(profile);
  const [x0, y0] = [Math.min(...loop.map((p) => p[0])), Math.min(...loop.map((p) => p[1]))];
  const moved = { ...profile, corners: profile.corners.map(([x, y]) => [x - x0, y - y0] as const) };
  const feature = squaredFeature(id, moved, d.part, side, plane, thickness);
  const grown = last
    ? bodies.map((b) => (b === last ? { ...b, features: [...b.features, feature] } : b))
    : [{ name: 'part', features: [feature] }];
  return { drawing: { ...d, part: { ...d.part, bodies: grown } }, label: `${id}: added, counted on squares` };
};

const stateSolid = (
  d: Drawing,
  { line, recognised }: Extract<StatementCommand, { type: 'stateSolid' }>,
): Edited => {
  if (solidOfLine(d.part, line.body, line.line) === undefined) gone(`The solid ${line.line}`);
  const { length } = recognised.features;
  return {
    drawing: { ...d, part: statedBy(d.part, line.body, line.line, recognised) },
    label: `${line.line}: stated by ${length} ${length === 1 ? 'line' : 'lines'} in place of the solid`,
  };
};

/** All but the statement as a whole, which may be refused line by line. */
type OneLineCommand = Exclude<StatementCommand, { type: 'writeStatement' }>;

/**
 * Changes the part as it is stated.
 * @throws Refusal where a line cannot be read, or what is to be changed is gone
 */
export const applyStatementCommand = (d: Drawing, c: OneLineCommand, context: EditContext): Edited => {
  switch (c.type) {
    case 'setFigure':
      return setFigure(d, c);
    case 'enterLine':
      return enterLine(d, c.text, context);
    case 'namePart':
      return namePart(d, c.name);
    case 'setUnits':
      return { drawing: { ...d, part: { ...d.part, units: c.units } }, label: `Sizes in ${c.units}` };
    case 'renameLine':
      return renameLine(d, c.line, c.name);
    case 'moveLine':
      return onLine(d, c.line, c.by < 0 ? 'moved up' : 'moved down', (lines, i) =>
        movedTo(lines, i, i + c.by),
      );
    case 'moveLineTo': {
      const target = findLine(d, { ...c.line, line: c.target }).index;
      return onLine(d, c.line, `moved to the place of ${c.target}`, (lines, i) => movedTo(lines, i, target));
    }
    case 'copyLine':
      return onLine(d, c.line, 'copied', copyLine);
    case 'switchLine':
      return onLine(d, c.line, c.off ? 'switched off' : 'switched on', (lines, i) =>
        lines.map((f, k) => (k === i ? { ...f, off: c.off } : f)),
      );
    case 'removeLine':
      return onLine(d, c.line, 'taken out', (lines, i) => lines.filter((_, k) => k !== i));
    case 'groupLine': {
      const { body, index } = findLine(d, c.line);
      return {
        drawing: groupedWithAbove(d, body, index),
        label: `${c.line.line}: grouped with the line above`,
      };
    }
    case 'nameGroup':
      return {
        drawing: groupRenamed(d, findGroup(d, c.body, c.group), c.name),
        label: `Group ${c.name} named`,
      };
    case 'changeGroup':
      return {
        drawing: GROUP_CHANGES[c.how](d, findGroup(d, c.body, c.group)),
        label: `Group ${c.group}: ${c.how}`,
      };
    case 'setTurnedTable':
      return onLine(d, c.line, c.label, (lines, i) =>
        lines.map((f, k) => (k === i ? withTable(f, c.table) : f)),
      );
    case 'markSize':
      return markSize(d, c);
    case 'changeCube':
      return changeCube(d, c);
    case 'addProfile':
      return addProfile(d, c, context);
    case 'stateSolid':
      return stateSolid(d, c);
    case 'useAsFront':
      return { drawing: withOtherFront(d, c.side), label: `The ${c.side} made the front` };
  }
};
