'use client';
import type { Scheme } from '../../../../core/dimension/propose.ts';
import { setRules } from '../../../../core/edit/setupCommands.ts';
import type { FigureStyle } from '../../../../core/sheet/dimensions/figureStyle.ts';
import { Choice, Tick } from '../../book/Choice.tsx';
import { field, Row } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

const NO_STYLE: FigureStyle = {};

/** What a change of the sizes that are dimensioned is called. */
const DIMENSIONED = {
  all: 'All sizes are dimensioned',
  named: 'Only named sizes are dimensioned',
  assembly: 'Only sizes that matter on an assembly are dimensioned',
} as const;

/** What a change of how lengths from one base stand is called. */
const LENGTHS = {
  stacked: 'Lengths on a line each',
  running: 'Lengths on one line from zero',
  table: 'Places of holes in a table',
} as const;

/** The house rules of dimensions. @param count how many are on the sheet */
export const DimensionRules = ({ scheme, count }: { scheme: Scheme; count: number }) => {
  const edit = useEdit();
  const {
    lineEnds: ends,
    lengths,
    figures = NO_STYLE,
    dimensionsOf,
    dimensionsTold,
  } = useSession((s) => s.drawing.setup.rules);
  const hasNames = useSession((s) => Object.keys(s.drawing.part.dims ?? {}).length > 0);
  const units = useSession((s) => s.drawing.part.units);
  const isAssembly = useSession((s) => s.drawing.part.bodies.length > 1);
  const isAsked = dimensionsTold === 'asked';
  const setFigures = (change: Partial<FigureStyle>, label: string): void => {
    void edit((now) => {
      const all = { ...now.drawing.setup.rules.figures, ...change };
      const next = Object.entries(all).filter(([, v]) => v !== undefined);
      return setRules({ figures: next.length ? Object.fromEntries(next) : undefined }, label);
    });
  };
  return (
    <>
      {count > 0 && (
        <Row label="Figures">
          <span className="flex items-center gap-2">
            <select
              aria-label="Decimals of figures"
              className={field}
              value={figures.places ?? 'needed'}
              onChange={(e) => {
                const places = e.target.value === 'needed' ? undefined : Number(e.target.value);
                setFigures(
                  { places },
                  places === undefined ? 'Figures as they are' : `Figures to ${places} places`,
                );
              }}
            >
              <option value="needed">as they are</option>
              {[0, 1, 2, 3].map((n) => (
                <option key={n} value={n}>
                  {n === 1 ? '1 place' : `${n} places`}
                </option>
              ))}
            </select>
            <select
              aria-label="Diameters are written"
              className={field}
              value={figures.diameters ?? 'sign'}
              onChange={(e) => {
                const isWord = e.target.value === 'DIA';
                setFigures(
                  { diameters: isWord ? 'DIA' : undefined },
                  isWord ? 'Diameters as 12 DIA' : 'Diameters as ⌀12',
                );
              }}
            >
              <option value="sign">⌀12</option>
              <option value="DIA">12 DIA</option>
            </select>
          </span>
        </Row>
      )}
      {count > 0 && (
        <Row label="Units">
          <span className="flex items-center gap-4 text-[13px]">
            {units === 'in' && figures.places === undefined && (
              <span className="flex items-center gap-1.5">
                <Tick
                  name="Inches as decimals"
                  on={figures.inches === 'decimals'}
                  onChange={(on) =>
                    setFigures(
                      { inches: on ? 'decimals' : undefined },
                      on ? 'Inches as decimals' : 'Inches as fractions',
                    )
                  }
                />
                decimals
              </span>
            )}
            <span className="flex items-center gap-1.5">
              <Tick
                name="The other unit behind each figure"
                on={figures.second === true}
                onChange={(on) =>
                  setFigures(
                    { second: on || undefined },
                    on ? 'Figures in both units' : 'Figures in one unit',
                  )
                }
              />
              [{units === 'mm' ? 'in' : 'mm'}] behind it
            </span>
          </span>
        </Row>
      )}
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
      {(hasNames || isAssembly || dimensionsOf) && (
        <Row label="Dimensioned">
          <Choice
            name="Sizes dimensioned"
            value={dimensionsOf ?? 'all'}
            options={[
              { value: 'all', label: 'all sizes' },
              ...(hasNames || dimensionsOf === 'named'
                ? [{ value: 'named', label: 'named ones only' } as const]
                : []),
              ...(isAssembly || dimensionsOf === 'assembly'
                ? [{ value: 'assembly', label: 'those of an assembly' } as const]
                : []),
            ]}
            onChange={(to) =>
              void edit(setRules({ dimensionsOf: to === 'all' ? undefined : to }, DIMENSIONED[to]))
            }
          />
        </Row>
      )}
      {count > 0 && scheme === 'base' && (
        <Row label="Lengths">
          <select
            aria-label="Lengths from one base"
            className={field}
            value={lengths ?? 'stacked'}
            onChange={(e) => {
              const to = e.target.value as keyof typeof LENGTHS;
              void edit(setRules({ lengths: to === 'stacked' ? undefined : to }, LENGTHS[to]));
            }}
          >
            <option value="stacked">a line each</option>
            <option value="running">one line from zero</option>
            <option value="table">holes in a table</option>
          </select>
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
