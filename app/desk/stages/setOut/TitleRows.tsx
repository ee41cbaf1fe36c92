'use client';
import { setRules } from '../../../../core/edit/setupCommands.ts';
import { titleGuides } from '../../../../core/sheet/layout/titleGuides.ts';
import type { SheetSetup } from '../../../../core/sheet/setup.ts';
import { Tick } from '../../book/Choice.tsx';
import { Row } from '../../book/Page.tsx';
import { PaperField } from '../../book/PaperField.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

/** How the names of the views are lettered: their height, how far below their view, and between which guide lines. */
export const TitleRows = () => {
  const rules = useSession((s) => s.drawing.setup.rules);
  const edit = useEdit();
  const { height, upper, areDrawn } = titleGuides(rules);
  const change = (to: Partial<NonNullable<SheetSetup['rules']['titles']>>, label: string): void =>
    void edit((now) => {
      const own = titleGuides(now.drawing.setup.rules);
      const titles = {
        height: own.height,
        below: own.upper,
        ...(own.areDrawn && { guides: true }),
        ...to,
      };
      return setRules({ titles }, label);
    });
  return (
    <>
      <Row label="Names, height">
        <PaperField
          name="Names of views, height"
          mm={height}
          least={1.8}
          most={14}
          onChange={(to) => change({ height: to }, 'Height of the names of views')}
        />
      </Row>
      <Row label="Names, below their view">
        <PaperField
          name="Names of views, below"
          mm={upper}
          least={1}
          most={60}
          onChange={(below) => change({ below }, 'Names of views, how far below')}
        />
      </Row>
      <Row label="Names between guide lines">
        <Tick
          name="Names between guide lines"
          on={areDrawn}
          onChange={(guides) => change({ guides }, `Guide lines ${guides ? 'drawn' : 'left out'}`)}
        />
      </Row>
    </>
  );
};
