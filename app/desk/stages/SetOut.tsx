'use client';
import type { ViewName } from '../../../core/part/schema.ts';
import { INCH_SCALES, PAPER_NAMES, STANDARD_SCALES, scaleText } from '../../../core/sheet/paper.ts';
import { VIEW_TITLES } from '../../../core/sheet/viewTitles.ts';
import { Choice, Tick } from '../Choice.tsx';
import { changeRules, changeSetup } from '../change.ts';
import { propose, useDesk } from '../deskStore.ts';
import { Findings } from '../Findings.tsx';
import { field, Page, Row } from '../Page.tsx';

const VIEWS: readonly ViewName[] = ['front', 'top', 'left', 'right', 'bottom', 'back'];

/** Stage 2: paper, scale, angle, views and gap, with what does not fit and its mend. */
export const SetOut = () => {
  const drawing = useDesk((s) => s.drawing);
  const picture = useDesk((s) => s.picture);
  const { setup } = drawing;
  const scales: readonly number[] = drawing.part.units === 'in' ? INCH_SCALES : STANDARD_SCALES;
  const set = (change: Partial<typeof setup>, label: string): void =>
    void propose(changeSetup(drawing, change), label);
  const rule = (change: Partial<typeof setup.rules>, label: string): void =>
    void propose(changeRules(drawing, change), label);
  return (
    <Page
      title="Setting out"
      note={
        picture
          ? `The views cover ${Math.round(picture.fullness * 100)} % of the frame at ${picture.scale}.`
          : undefined
      }
    >
      <Findings about={['setup', 'cuts']} />
      <Row label="Paper">
        <select
          aria-label="Paper"
          className={field}
          value={setup.paper}
          onChange={(e) => set({ paper: e.target.value }, `Paper ${e.target.value}`)}
        >
          {PAPER_NAMES.map((p) => (
            <option key={p}>{p}</option>
          ))}
        </select>
        <Choice
          name="Which way up"
          value={setup.upright ? 'upright' : 'landscape'}
          options={[
            { value: 'landscape', label: 'Landscape' },
            { value: 'upright', label: 'Upright' },
          ]}
          onChange={(v) => set({ upright: v === 'upright' }, `Sheet ${v}`)}
        />
      </Row>
      <Row label="Scale">
        <select
          aria-label="Scale"
          className={field}
          value={String(setup.scale)}
          onChange={(e) => set({ scale: e.target.value === 'fit' ? 'fit' : Number(e.target.value) }, 'Scale')}
        >
          <option value="fit">Largest that fits</option>
          {(setup.scale === 'fit' || scales.includes(setup.scale) ? scales : [setup.scale, ...scales]).map(
            (k) => (
              <option key={k} value={k}>
                {scaleText(k)}
              </option>
            ),
          )}
        </select>
      </Row>
      <Row label="Projection">
        <Choice
          name="Projection angle"
          value={setup.angle}
          options={[
            { value: 'first', label: 'First angle' },
            { value: 'third', label: 'Third angle' },
          ]}
          onChange={(angle) => set({ angle }, `${angle === 'first' ? 'First' : 'Third'} angle`)}
        />
      </Row>
      <Row label="From each view to its XY line">
        <input
          aria-label="Gap in millimetres"
          type="number"
          min={2}
          max={200}
          step={1}
          className={`${field} figures w-20 text-right`}
          value={setup.gap}
          onChange={(e) => {
            const gap = Number(e.target.value);
            if (gap >= 2 && gap <= 200) set({ gap }, `Gap ${gap}`);
          }}
        />
        <span className="text-second">mm</span>
      </Row>
      <fieldset className="border-b border-rule px-5 py-2">
        <legend className="sr-only">Views</legend>
        <div className="grid grid-cols-2 gap-y-1">
          {VIEWS.map((v) => (
            <label key={v} className="flex items-center gap-2 text-[13.5px]">
              <input
                type="checkbox"
                className="accent-[var(--color-deep)]"
                checked={setup.views.includes(v)}
                disabled={setup.views.length === 1 && setup.views.includes(v)}
                onChange={(e) =>
                  set(
                    { views: VIEWS.filter((x) => (x === v ? e.target.checked : setup.views.includes(x))) },
                    `${VIEW_TITLES[v]} ${e.target.checked ? 'added' : 'left out'}`,
                  )
                }
              />
              {VIEW_TITLES[v]}
            </label>
          ))}
        </div>
      </fieldset>
      <Row label="XY lines shown">
        <Tick
          name="XY lines shown"
          on={setup.rules.referenceLines}
          onChange={(referenceLines) => rule({ referenceLines }, 'XY lines')}
        />
      </Row>
      <Row label="Mitre line shown">
        <Tick
          name="Mitre line shown"
          on={setup.rules.mitre}
          onChange={(mitre) => rule({ mitre }, 'Mitre line')}
        />
      </Row>
    </Page>
  );
};
