'use client';
import { setRules } from '../../../../core/edit/setupCommands.ts';
import { STARTS } from '../../../../core/ledger/numbering.ts';
import { Choice, Tick } from '../../book/Choice.tsx';
import { FeatureSelect } from '../../book/FeatureSelect.tsx';
import { field, Row } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

/** How the corners are named on the sheet, by school. */
export const Naming = () => {
  const drawing = useSession((s) => s.drawing);
  const { rules } = drawing.setup;
  const edit = useEdit();
  const rule = (change: Partial<typeof rules>, label: string): void => void edit(setRules(change, label));
  return (
    <>
      <Row label="Names on the sheet">
        <Choice
          name="Names on the sheet"
          value={rules.corners ?? 'off'}
          options={[
            { value: 'off', label: 'Off' },
            { value: 'numbers', label: '1, 2' },
            { value: 'letters', label: 'a, a\', a"' },
          ]}
          onChange={(v) => rule({ corners: v === 'off' ? undefined : v }, `Names of corners: ${v}`)}
        />
      </Row>
      {rules.corners && (
        <>
          <Row label="Corners of">
            <FeatureSelect
              label="Corners of"
              value={rules.namesOf}
              onChange={(namesOf) =>
                rule(
                  { namesOf },
                  namesOf ? `Names of the corners of ${namesOf} alone` : 'Names of all corners',
                )
              }
            />
          </Row>
          <Row label="Start numbering at">
            <select
              aria-label="Start numbering at"
              className={`${field} py-0.5`}
              value={rules.numbersFrom ?? 'left back'}
              onChange={(e) =>
                rule(
                  { numbersFrom: e.target.value as (typeof STARTS)[number] },
                  `Numbered from the ${e.target.value}`,
                )
              }
            >
              {STARTS.map((s) => (
                <option key={s}>{s}</option>
              ))}
            </select>
          </Row>
          <Row label="Round each ring">
            <Choice
              name="Round each ring"
              value={rules.numbersSense ?? 'clockwise'}
              options={[
                { value: 'clockwise', label: 'Clockwise' },
                { value: 'counter-clockwise', label: 'Other way' },
              ]}
              onChange={(v) =>
                rule({ numbersSense: v === 'clockwise' ? undefined : v }, `Corners numbered ${v}`)
              }
            />
          </Row>
          <Row label="Coincident corners share a name">
            <Tick
              name="One name for a corner and the one under it"
              on={rules.pairs === 'one'}
              onChange={(on) => rule({ pairs: on ? 'one' : 'two' }, 'Names of corners one under the other')}
            />
          </Row>
        </>
      )}
    </>
  );
};
