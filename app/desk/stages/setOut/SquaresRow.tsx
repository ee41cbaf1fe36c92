'use client';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { LEAST_GAP } from '../../../../core/sheet/layout/gaps.ts';
import { squareOf } from '../../../../core/sheet/layout/paperLength.ts';
import { Tick } from '../../book/Choice.tsx';
import { Row } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

/** The squares of squared paper on the sheet, for a part that states what a square is worth. */
export const SquaresRow = () => {
  const part = useSession((s) => s.drawing.part);
  const rules = useSession((s) => s.drawing.setup.rules);
  const perUnit = useSession((s) => s.picture?.perUnit);
  const edit = useEdit();
  const square = squareOf(part);
  const put = (on: boolean): void =>
    void edit(({ drawing: { setup } }) => {
      const own = { ...setup.rules, squares: on ? (true as const) : undefined };
      const side = square && perUnit && square * perUnit;
      if (!on || !side) return setUp({ rules: own }, 'No squares on the sheet');
      // views two gaps apart stand on whole squares where the gap is so many halves
      const halves = Math.max(Math.ceil((2 * LEAST_GAP) / side), Math.round((2 * setup.gap) / side));
      return setUp(
        { rules: own, gap: (halves * side) / 2, between: undefined, place: undefined },
        'Squares on the sheet, views on squares',
      );
    });
  return (
    <Row label="Squares printed">
      {square === undefined ? (
        <span className="text-[12.5px] text-second">
          state their worth first: sq = {part.units === 'in' ? '1/4' : '5'}
        </span>
      ) : (
        <Tick name="Squares printed" on={rules.squares ?? false} onChange={put} />
      )}
    </Row>
  );
};
