'use client';
import type { Scheme } from '../../../../core/dimension/propose.ts';
import { setRules } from '../../../../core/edit/setupCommands.ts';
import { Choice } from '../../book/Choice.tsx';
import { Row } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

/** The house rules of dimensions. @param count how many are on the sheet */
export const DimensionRules = ({ scheme, count }: { scheme: Scheme; count: number }) => {
  const edit = useEdit();
  const { lineEnds: ends, lengths, dimensionsOf, dimensionsTold } = useSession((s) => s.drawing.setup.rules);
  const hasNames = useSession((s) => Object.keys(s.drawing.part.dims ?? {}).length > 0);
  const isNamed = dimensionsOf === 'named';
  const isAsked = dimensionsTold === 'asked';
  return (
    <>
      <Row label="Missing sizes">
        <Choice
          name="Missing sizes are told"
          value={isAsked ? 'asked' : 'once'}
          options={[
            { value: 'once', label: 'told at once' },
            { value: 'asked', label: 'told when asked' },
          ]}
          onChange={(to) =>
            void edit(
              setRules(
                { dimensionsTold: to === 'asked' ? 'asked' : undefined },
                to === 'asked' ? 'Missing sizes told when asked' : 'Missing sizes told at once',
              ),
            )
          }
        />
      </Row>
      {(hasNames || isNamed) && (
        <Row label="Dimensioned">
          <Choice
            name="Sizes dimensioned"
            value={isNamed ? 'named' : 'all'}
            options={[
              { value: 'all', label: 'all sizes' },
              { value: 'named', label: 'named ones only' },
            ]}
            onChange={(to) =>
              void edit(
                setRules(
                  { dimensionsOf: to === 'named' ? 'named' : undefined },
                  to === 'named' ? 'Only named sizes are dimensioned' : 'All sizes are dimensioned',
                ),
              )
            }
          />
        </Row>
      )}
      {count > 0 && scheme === 'base' && (
        <Row label="Lengths">
          <Choice
            name="Lengths from one base"
            value={lengths ?? 'stacked'}
            options={[
              { value: 'stacked', label: 'a line each' },
              { value: 'running', label: 'one line from zero' },
            ]}
            onChange={(to) =>
              void edit(
                setRules(
                  { lengths: to === 'running' ? 'running' : undefined },
                  to === 'running' ? 'Lengths on one line from zero' : 'Lengths on a line each',
                ),
              )
            }
          />
        </Row>
      )}
      {count > 0 && (
        <Row label="Lines end in">
          <Choice
            name="Dimension lines end in"
            value={ends ?? 'arrows'}
            options={[
              { value: 'arrows', label: 'arrows' },
              { value: 'ticks', label: 'ticks' },
              { value: 'dots', label: 'dots' },
            ]}
            onChange={(to) =>
              void edit(
                setRules({ lineEnds: to === 'arrows' ? undefined : to }, `Dimension lines end in ${to}`),
              )
            }
          />
        </Row>
      )}
    </>
  );
};
