'use client';
import { setRules } from '../../../../core/edit/setupCommands.ts';
import type { SheetSetup } from '../../../../core/sheet/setup.ts';
import { Tick } from '../../book/Choice.tsx';
import { field, Row } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

type Rules = SheetSetup['rules'];

const PLANES = [
  { value: 'none', label: 'No names', planes: undefined },
  { value: 'plain', label: 'HP, VP, PP', planes: true },
  { value: 'numbered', label: 'HP, VP, VP1, VP2', planes: 'numbered' },
] as const satisfies readonly { value: string; label: string; planes: Rules['planes'] }[];

const TYPES = [
  { value: 'continuous', label: 'Continuous', type: undefined },
  { value: 'twoDots', label: 'Long dash, two dots', type: 'twoDots' },
  { value: 'twoShort', label: 'Long dash, two short', type: 'twoShort' },
] as const satisfies readonly { value: string; label: string; type: Rules['referenceType'] }[];

/** How the lines between the planes are drawn and named. */
export const PlaneRows = () => {
  const rules = useSession((s) => s.drawing.setup.rules);
  const edit = useEdit();
  const rule = (change: Partial<Rules>, label: string): void => void edit(setRules(change, label));
  return (
    <>
      <Row label="Planes named">
        <select
          aria-label="Planes named"
          className={`${field} py-0`}
          value={PLANES.find((p) => p.planes === (rules.planes || undefined))?.value}
          onChange={(e) => {
            const named = PLANES.find((p) => p.value === e.target.value);
            rule({ planes: named?.planes }, `Planes: ${named?.label}`);
          }}
        >
          {PLANES.map((p) => (
            <option key={p.value} value={p.value}>
              {p.label}
            </option>
          ))}
        </select>
      </Row>
      <Row label="XY lines drawn as">
        <select
          aria-label="XY lines drawn as"
          className={`${field} py-0`}
          value={rules.referenceType ?? 'continuous'}
          onChange={(e) => {
            const drawn = TYPES.find((t) => t.value === e.target.value);
            rule({ referenceType: drawn?.type }, `XY lines: ${drawn?.label}`);
          }}
        >
          {TYPES.map((t) => (
            <option key={t.value} value={t.value}>
              {t.label}
            </option>
          ))}
        </select>
      </Row>
      <Row label="XY lines end on the mitre line">
        <Tick
          name="XY lines end on the mitre line"
          on={rules.referenceEnds !== undefined}
          onChange={(on) =>
            rule(
              { referenceEnds: on ? 'mitre' : undefined },
              on ? 'XY lines end on the mitre line' : 'XY lines run beyond the views',
            )
          }
        />
      </Row>
      <Row label="Upright line named X1Y1">
        <Tick
          name="Upright line named X1Y1"
          on={rules.uprightNamed ?? false}
          onChange={(on) =>
            rule({ uprightNamed: on || undefined }, `Upright line ${on ? '' : 'not '}named X1Y1`)
          }
        />
      </Row>
    </>
  );
};
