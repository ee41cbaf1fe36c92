import type { Drawing } from '../drawing/drawing.ts';
import { attempt, type Result } from '../number/fault.ts';
import { readStatement } from '../statement/read.ts';
import { applyBodyCommand } from './bodyCommands.ts';
import { applyCheckCommand, inHand } from './checkCommands.ts';
import type { Command, EditContext, Edited } from './command.ts';
import { applyCutCommand } from './cutCommands.ts';
import { applyDimensionCommand } from './dimensionCommands.ts';
import { applyNamingCommand } from './namingCommands.ts';
import { applySetupCommand } from './setupCommands.ts';
import { applyStatementCommand } from './statementCommands.ts';
import { applyTaskCommand } from './taskCommands.ts';
import { applyTitleCommand } from './titleCommands.ts';

const apply = (d: Drawing, c: Exclude<Command, { type: 'writeStatement' }>, context: EditContext): Edited => {
  switch (c.type) {
    case 'setUp':
    case 'setRules':
    case 'usePreset':
    case 'useHouseRules':
    case 'takeChangedRules':
      return applySetupCommand(d, c);
    case 'addCut':
    case 'setCutFigure':
    case 'setCutView':
    case 'setCutLook':
    case 'moveTrace':
    case 'setCutHalf':
    case 'spareInCut':
    case 'switchCut':
    case 'removeCut':
      return applyCutCommand(d, c);
    case 'renameBody':
    case 'removeBody':
    case 'addRelation':
    case 'removeRelation':
    case 'bringPart':
    case 'bringAllParts':
    case 'takeOverPart':
      return applyBodyCommand(d, c);
    case 'nameCorner':
    case 'moveName':
      return applyNamingCommand(d, c);
    case 'setDimensions':
    case 'addDimension':
    case 'changeDimension':
    case 'joinDimension':
    case 'partDimension':
    case 'removeDimension':
      return applyDimensionCommand(d, c);
    case 'acceptRemark':
    case 'walkLine':
    case 'revise':
    case 'setState':
      return applyCheckCommand(d, c);
    case 'fillTitle':
      return applyTitleCommand(d, c);
    case 'addTask':
    case 'tickTask':
    case 'removeTask':
    case 'setGivenSizes':
    case 'addPicture':
    case 'changePicture':
      return applyTaskCommand(d, c);
    case 'replaceDrawing':
      return { drawing: c.drawing, label: c.label };
    default:
      return applyStatementCommand(d, c, context);
  }
};

/** The whole statement written anew, or all its lines that cannot be read. */
const written = (d: Drawing, text: string): Result<Edited> => {
  const read = readStatement(text);
  if (!read.ok) return read;
  // parts that were brought in, and solids of files, are named in the text, and stay
  const { brought, solids } = d.part;
  const part = { ...read.value, ...(brought && { brought }), ...(solids && { solids }) };
  return { ok: true, value: { drawing: { ...d, part }, label: 'Statement edited as text' } };
};

/** The longest label that is kept in the Daybook. */
const LONGEST_LABEL = 200;

/** Changes after which a checked sheet is still the one that was checked. */
const LEAVES_STATE: ReadonlySet<Command['type']> = new Set([
  'acceptRemark',
  'walkLine',
  'revise',
  'setState',
  'tickTask',
  'replaceDrawing',
]);
const REOPENED = '; in hand again';

/**
 * Makes a change: the one way in which a drawing becomes another.
 * @param d the drawing as it stands; it is not touched, and what does not change is shared with the result
 * A sheet that was handed over or checked is in hand again after a change of what is drawn.
 * @returns the changed drawing with the Daybook's words for the change, or the fault that keeps it out. That the result can be drawn is
 *   not checked here.
 */
export const applyCommand = (d: Drawing, command: Command, context: EditContext): Result<Edited> => {
  const made =
    command.type === 'writeStatement' ? written(d, command.text) : attempt(() => apply(d, command, context));
  if (!made.ok) return made;
  const { drawing, label } = made.value;
  const isReopened = drawing.state !== undefined && !LEAVES_STATE.has(command.type);
  const said = isReopened ? `${label.slice(0, LONGEST_LABEL - REOPENED.length)}${REOPENED}` : label;
  return {
    ok: true,
    value: {
      drawing: isReopened ? inHand(drawing) : drawing,
      label: said.slice(0, LONGEST_LABEL) || 'Changed',
    },
  };
};
