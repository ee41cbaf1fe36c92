'use client';
import { setRules } from '../../../../core/edit/setupCommands.ts';
import { VIEW_NAMES, type ViewName } from '../../../../core/geometry/viewFrames.ts';
import { Choice, Tick } from '../../book/Choice.tsx';
import { FeatureSelect } from '../../book/FeatureSelect.tsx';
import { Findings } from '../../book/Findings.tsx';
import { field, Page, Row } from '../../book/Page.tsx';
import { PaperField } from '../../book/PaperField.tsx';
import { useEdit, useSession } from '../../useDesk.ts';
import { AtPointer, ViewsInWords } from './AtPointer.tsx';
import { AuxiliaryList } from './AuxiliaryList.tsx';
import { BrokenEnds } from './BrokenEnds.tsx';
import { Interruptions } from './Interruptions.tsx';

/** Stage 3: the views and how their lines are drawn. */
export const Project = () => {
  const drawing = useSession((s) => s.drawing);
  const picture = useSession((s) => s.picture);
  const isAssembly = drawing.part.bodies.length > 1;
  const { rules } = drawing.setup;
  const edit = useEdit();
  const rule = (change: Partial<typeof rules>, label: string): void => void edit(setRules(change, label));
  return (
    <Page
      title="Views"
      note="Coincident lines are drawn once: visible before hidden, hidden before centre lines."
    >
      <AtPointer />
      <Findings about={['setup']} />
      <table className="w-full text-[13.5px]">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[12px] text-second">
            <th className="py-1 pl-5 font-normal">View</th>
            <th className="margin-line py-1 text-right font-normal">visible</th>
            <th className="py-1 text-right font-normal">hidden lines</th>
            <th className="py-1 pr-5 text-right font-normal">drawn</th>
          </tr>
        </thead>
        <tbody>
          {picture?.views.map((v) => (
            <tr key={v.name} className="border-b border-rule">
              <td className="py-1 pl-5">{v.title}</td>
              <td className="margin-line figures py-1 text-right">{v.visible}</td>
              <td className="figures py-1 text-right">{v.hidden}</td>
              <td className="py-1 pr-5 text-right">
                <input
                  type="checkbox"
                  aria-label={`Hidden lines drawn in the ${v.title.toLowerCase()}`}
                  className="accent-[var(--color-deep)]"
                  checked={!rules.noHidden?.includes(v.name)}
                  onChange={(e) => {
                    const on = e.target.checked;
                    void edit((now) => {
                      const without = now.drawing.setup.rules.noHidden ?? [];
                      const others = without.filter((x) => x !== v.name);
                      const noHidden = on ? others : [...others, v.name];
                      return setRules(
                        { noHidden: noHidden.length ? noHidden : undefined },
                        `Hidden lines ${on ? 'drawn' : 'left out'} in the ${v.name} view`,
                      );
                    });
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <AuxiliaryList />
      <BrokenEnds />
      <Interruptions />
      <Row label="Hidden lines behind a cut">
        <Choice
          name="Hidden lines behind a cut"
          value={rules.hiddenBehindCut}
          options={[
            { value: 'kept', label: 'Kept' },
            { value: 'out', label: 'Left out' },
          ]}
          onChange={(hiddenBehindCut) => rule({ hiddenBehindCut }, 'Hidden lines behind a cut')}
        />
      </Row>
      <Row label="Sectional views named">
        <Choice
          name="Sectional views are named"
          value={rules.cutTitles ?? 'views'}
          options={[
            { value: 'views', label: 'By view' },
            { value: 'letters', label: 'A-A' },
          ]}
          onChange={(v) =>
            rule({ cutTitles: v === 'letters' ? v : undefined }, `Sectional views named by ${v}`)
          }
        />
      </Row>
      <Row label="Hatch lines apart, 0: by area">
        <PaperField
          name="Hatching, lines apart"
          mm={rules.hatchEvery ?? 0}
          least={0}
          most={12}
          onChange={(mm) =>
            rule(
              { hatchEvery: mm >= 0.5 ? mm : undefined },
              mm >= 0.5 ? 'Hatching by a chosen interval' : 'Hatching by the size of the area',
            )
          }
        />
      </Row>
      <Row label="Hatched">
        <Choice
          name="Hatched"
          value={rules.hatchBy ?? 'alike'}
          options={[
            { value: 'alike', label: 'Alike' },
            { value: 'material', label: 'By material' },
          ]}
          onChange={(v) =>
            rule(
              { hatchBy: v === 'material' ? v : undefined },
              v === 'material' ? 'Hatched by material' : 'Hatched alike',
            )
          }
        />
      </Row>
      <Row label="Large faces hatched at their edge">
        <Tick
          name="Large faces hatched at their edge"
          on={rules.hatchLarge === 'edge'}
          onChange={(on) =>
            rule(
              { hatchLarge: on ? 'edge' : undefined },
              on ? 'Large faces hatched along their edge' : 'Large faces hatched all over',
            )
          }
        />
      </Row>
      <Row label="Isometric on the sheet">
        <Tick
          name="Isometric on the sheet"
          on={rules.pictorial ?? false}
          onChange={(on) => rule({ pictorial: on || undefined }, `Isometric ${on ? 'on' : 'off'} the sheet`)}
        />
      </Row>
      {rules.pictorial && isAssembly && (
        <Row label="Its parts drawn apart">
          <Tick
            name="Parts drawn apart in the isometric"
            on={rules.pictorialApart ?? false}
            onChange={(on) =>
              rule(
                { pictorialApart: on || undefined },
                on ? 'Parts drawn apart in the isometric' : 'Parts together in the isometric',
              )
            }
          />
        </Row>
      )}
      <Row label="Lines of symmetry">
        <Tick
          name="Lines of symmetry"
          on={rules.symmetry !== 'out'}
          onChange={(on) =>
            rule({ symmetry: on ? undefined : 'out' }, `Lines of symmetry ${on ? 'drawn' : 'left out'}`)
          }
        />
      </Row>
      <Row label="Tinted faces">
        <Tick
          name="Tinted faces"
          on={rules.tints ?? false}
          onChange={(on) => rule({ tints: on || undefined }, `Faces ${on ? 'tinted' : 'not tinted'}`)}
        />
      </Row>
      <Row label="Show tangent edges">
        <Tick
          name="Show tangent edges"
          on={rules.tangents ?? false}
          onChange={(on) =>
            rule({ tangents: on || undefined }, `Tangent joins ${on ? 'drawn thin' : 'left out'}`)
          }
        />
      </Row>
      <Row label="Projectors kept">
        <Choice
          name="Projectors"
          value={rules.projectors === 'off' ? 'off' : (rules.projectorsOf ?? 'cuts')}
          options={[
            { value: 'off', label: 'None' },
            { value: 'cuts', label: 'Cut points' },
            { value: 'corners', label: 'All' },
          ]}
          onChange={(v) =>
            rule(
              v === 'off' ? { projectors: 'off' } : { projectors: 'kept', projectorsOf: v },
              `Projectors kept: ${v === 'off' ? 'none' : v}`,
            )
          }
        />
      </Row>
      {rules.projectors === 'kept' && rules.projectorsOf === 'corners' && (
        <Row label="Of">
          <FeatureSelect
            label="Projectors of"
            value={rules.projectorsFeature}
            onChange={(projectorsFeature) =>
              rule({ projectorsFeature }, `Projectors of ${projectorsFeature ?? 'all features'}`)
            }
          />
          <select
            aria-label="Projectors into"
            className={`${field} py-0`}
            value={rules.projectorsInto ?? ''}
            onChange={(e) =>
              rule(
                { projectorsInto: (e.target.value || undefined) as ViewName | undefined },
                `Projectors into ${e.target.value || 'all views'}`,
              )
            }
          >
            <option value="">all views</option>
            {drawing.setup.views.map((v) => (
              <option key={v} value={v}>
                into {v}
              </option>
            ))}
          </select>
        </Row>
      )}
      <Row label="Transfer depths by">
        <Choice
          name="Transfer depths by"
          value={rules.transfer ?? 'mitre'}
          options={[
            { value: 'mitre', label: 'Mitre' },
            { value: 'arcs', label: 'Arcs' },
            { value: 'distances', label: 'Dividers' },
          ]}
          onChange={(transfer) => rule({ transfer }, `Transfer depths by ${transfer}`)}
        />
      </Row>
      <Row label="Cut points numbered">
        <Tick
          name="Cut points numbered"
          on={rules.points === 'numbers'}
          onChange={(on) => rule({ points: on ? 'numbers' : 'off' }, 'Numbers')}
        />
      </Row>
      {rules.points === 'numbers' && (
        <Row label="Cut points named by">
          <Choice
            name="Cut points are named by"
            value={rules.cutNames ?? 'numbers'}
            options={[
              { value: 'numbers', label: 'Numbers' },
              { value: 'edges', label: 'Edges' },
              { value: 'letters', label: 'Letters' },
            ]}
            onChange={(v) => rule({ cutNames: v === 'numbers' ? undefined : v }, `Cut points named by ${v}`)}
          />
        </Row>
      )}
      <Row label="Divide circles into">
        <Choice
          name="Divide circles into"
          value={String(rules.generators ?? 'none')}
          options={[
            { value: 'none', label: 'None' },
            { value: '8', label: '8' },
            { value: '12', label: '12' },
            { value: '24', label: '24' },
          ]}
          onChange={(n) =>
            rule(
              { generators: n === 'none' ? undefined : (Number(n) as 8 | 12 | 24) },
              `Divide circles into: ${n}`,
            )
          }
        />
      </Row>
      {rules.generators && (
        <Row label="The first of them faces">
          <select
            aria-label="The first of them faces"
            className={`${field} py-0`}
            value={rules.firstGenerator ?? 'left'}
            onChange={(e) =>
              rule({ firstGenerator: e.target.value as ViewName }, `First point faces ${e.target.value}`)
            }
          >
            {VIEW_NAMES.map((v) => (
              <option key={v}>{v}</option>
            ))}
          </select>
        </Row>
      )}
      <ViewsInWords />
    </Page>
  );
};
