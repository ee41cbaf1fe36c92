'use client';
import type { TitleKey } from '../../../core/edit/command.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { ownCells } from '../../../core/sheet/titleForms/ownCells.ts';
import { TITLE_FORMS, type TitleField } from '../../../core/sheet/titleForms/titleForm.ts';
import { useSession } from '../useDesk.ts';

/** The field of the book that a cell of the title block is filled in by; what the sheet knows by itself has none. */
const FIELD_OF: Partial<Record<TitleField, TitleKey>> = {
  owner: 'owner',
  title: 'title',
  number: 'number',
  material: 'material',
  finish: 'finish',
  tolerance: 'tolerance',
  drawn: 'drawnBy',
  drawnBy: 'drawnBy',
  date: 'date',
  checked: 'checkedBy',
  approved: 'approvedBy',
  class: 'className',
  sheet: 'sheet',
};

/** The form may be fetched after the sheet's own cells, ms. */
const FORM_COMES_WITHIN = 10_000;
const LOOK_EVERY = 50;

/** Puts the focus into a field, as soon as it is there. */
const focusWhenThere = (id: string, left: number): void => {
  const field = document.getElementById(id);
  if (field) field.focus();
  else if (left > 0) setTimeout(() => focusWhenThere(id, left - LOOK_EVERY), LOOK_EVERY);
};

/** The cells of the title block on the sheet: a press leads to the field in the book. */
export const TitleCells = () => {
  const setup = useSession((s) => s.drawing.setup);
  const paper = paperFrame(setup);
  if (paper.titleBlock === 'none') return null;
  const { cells, row, rows } = TITLE_FORMS[paper.titleBlock];
  const { title: b, height } = paper;
  const filled = [
    ...cells.flatMap((c) => (FIELD_OF[c.field] ? [{ ...c, key: FIELD_OF[c.field] }] : [])),
    ...ownCells(setup.ownFields ?? [], { rows }).map((c, i) => ({ ...c, key: `own ${i}` })),
  ];
  return (
    <g>
      {filled.map((c) => {
        const focus = (): void => focusWhenThere(`title ${c.key}`, FORM_COMES_WITHIN);
        return (
          // biome-ignore lint/a11y/useSemanticElements: part of the sheet's picture
          <rect
            key={c.key}
            role="button"
            tabIndex={-1}
            aria-label={`Fill in ${c.label}`}
            x={b.x + c.from * b.w}
            y={height - b.y - (c.row + 1) * row}
            width={(c.to - c.from) * b.w}
            height={row}
            fill="var(--color-house)"
            fillOpacity={0}
            className="cursor-text hover:[fill-opacity:0.08]"
            onClick={focus}
            onKeyDown={(e) => e.key === 'Enter' && focus()}
          />
        );
      })}
    </g>
  );
};
