import type { Cut, Drawing } from '../drawing/drawing.ts';
import { typedQuantity } from '../part/schema.ts';
import { cutsJoined } from '../sheet/views/actTogether.ts';
import type { CutCommand, Edited } from './command.ts';
import { gone, replaceAt } from './place.ts';

/** The drawing with one of its cuts changed. */
const onCut = (d: Drawing, name: string, words: string, change: (cut: Cut) => Cut): Edited => {
  if (!d.cuts.some((c) => c.trace.name === name)) gone(`Cut ${name}`);
  const cuts = d.cuts.map((c) => (c.trace.name === name ? change(c) : c));
  return { drawing: { ...d, cuts }, label: `Cut ${name}: ${words}` };
};

/**
 * Changes the cutting planes.
 * @throws Refusal where the cut is gone
 */
export const applyCutCommand = (d: Drawing, c: CutCommand): Edited => {
  switch (c.type) {
    case 'addCut':
      return {
        drawing: { ...d, cuts: [...d.cuts, { on: true, trace: c.trace }] },
        label: `Cut ${c.trace.name}: added`,
      };
    case 'setCutFigure':
      return onCut(d, c.cut, `${c.words} ${c.text}`, (cut) =>
        replaceAt(cut, ['trace', ...c.path], typedQuantity(c.text)),
      );
    case 'setCutView':
      return onCut(d, c.cut, `seenIn ${c.seenIn}`, (cut) => ({
        ...cut,
        trace: { ...cut.trace, seenIn: c.seenIn },
      }));
    case 'setCutLook':
      return onCut(d, c.cut, `look ${c.look}`, (cut) => ({ ...cut, trace: { ...cut.trace, look: c.look } }));
    case 'moveTrace':
      return onCut(d, c.cut, c.words ?? 'moved', (cut) => {
        const { at: _, angle: __, through: ___, corners: ____, ...trace } = cut.trace;
        return { ...cut, trace: { ...trace, ...c.stated } };
      });
    case 'setCutHalf':
      return onCut(d, c.cut, c.half ? 'a half section' : 'a full section', (cut) => {
        const { half: _, ...trace } = cut.trace;
        return { ...cut, trace: c.half ? { ...trace, ...c.stated, half: true } : trace };
      });
    case 'spareInCut':
      return onCut(
        d,
        c.cut,
        `${c.name} ${c.leave === 'as stated' ? 'as stated' : `left ${c.leave}`}`,
        (cut) => {
          const { whole, cut: through, ...trace } = cut.trace;
          const others = (list: readonly string[] = []): string[] => list.filter((x) => x !== c.name);
          const [left, taken] = [others(whole), others(through)];
          if (c.leave === 'whole') left.push(c.name);
          if (c.leave === 'cut') taken.push(c.name);
          return {
            ...cut,
            trace: { ...trace, ...(left.length && { whole: left }), ...(taken.length && { cut: taken }) },
          };
        },
      );
    case 'switchCut':
      return onCut(d, c.cut, c.on ? 'on' : 'off', (cut) => ({ ...cut, on: c.on }));
    case 'removeCut': {
      // a later cut of the same letter begins anew
      const without = <T>(kept: Record<string, T> | undefined): Record<string, T> | undefined => {
        const left = Object.entries(kept ?? {}).filter(([name]) => name !== c.cut);
        return left.length ? Object.fromEntries(left) : undefined;
      };
      const { shapes, shownIn, together, ...setup } = d.setup;
      const [places, views] = [without(shapes), without(shownIn)];
      const groups = together && cutsJoined(together, c.cut, c.cut, false);
      return {
        drawing: {
          ...d,
          setup: {
            ...setup,
            ...(places && { shapes: places }),
            ...(views && { shownIn: views }),
            ...(groups?.length && { together: groups }),
          },
          cuts: d.cuts.filter((x) => x.trace.name !== c.cut),
        },
        label: `Cut ${c.cut}: taken out`,
      };
    }
  }
};
