'use client';
import { useEffect, useState } from 'react';
import type { SheetPlan } from '../../../../core/drawing/desk.ts';
import { setRules, setUp } from '../../../../core/edit/setupCommands.ts';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import { betweenOf, withBetween } from '../../../../core/sheet/layout/gaps.ts';
import { PAPER_NAMES, paperSize, scalesOffered, scaleText } from '../../../../core/sheet/layout/paper.ts';
import type { SheetSetup } from '../../../../core/sheet/setup.ts';
import { VIEW_TITLES, type ViewNames } from '../../../../core/sheet/views/viewTitles.ts';
import type { GoodPicture } from '../../../session/sessionTypes.ts';
import { Choice, Tick } from '../../book/Choice.tsx';
import { Findings } from '../../book/Findings.tsx';
import { field, Page, Row } from '../../book/Page.tsx';
import { PaperField } from '../../book/PaperField.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { HouseRulesRows } from './HouseRulesRows.tsx';
import { MarkList } from './MarkList.tsx';
import { PlaneRows } from './PlaneRows.tsx';
import { SavePartsList } from './SavePartsList.tsx';
import { SquaresRow } from './SquaresRow.tsx';
import { TitleRows } from './TitleRows.tsx';

const VIEWS: readonly ViewName[] = ['front', 'top', 'left', 'right', 'bottom', 'back'];

/** Why the views stand where they stand. */
const WHY = {
  first:
    'First angle: the part stands before the plane, so each view is projected onto the plane behind it. The top view comes below, what is seen from the left on the right.',
  third:
    'Third angle: the plane stands before the part, so each view stays on the side it is seen from. The top view comes above, what is seen from the left on the left.',
} as const;

/** What is offered and proposed, once the drawing has stood for a moment. */
const PLAN_AFTER = 150;
const usePlan = (): SheetPlan | undefined => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const ready = useSession((s) => s.picture !== undefined);
  const [plan, setPlan] = useState<SheetPlan>();
  useEffect(() => {
    if (!ready) return;
    let old = false;
    const wait = setTimeout(
      () =>
        void engine.plan(drawing).then((p) => {
          if (p && !old) setPlan(p);
        }),
      PLAN_AFTER,
    );
    return () => {
      old = true;
      clearTimeout(wait);
    };
  }, [engine, drawing, ready]);
  return plan;
};

const offer =
  'shrink-0 whitespace-nowrap rounded border border-rule-strong bg-white px-2 text-[13px] leading-[24px] text-house hover:bg-hover';

/** Mends of what does not fit, or what would use the paper better: each was tried out, and one press takes it. */
const Offers = ({ plan }: { plan: SheetPlan }) => {
  const edit = useEdit();
  return (
    <div className="flex flex-wrap gap-1.5 px-5 py-2" data-testid="offers">
      {plan.offers.map((o) => (
        <button
          key={o.label}
          type="button"
          className={offer}
          onClick={() => void edit(setUp(o.change, o.label))}
        >
          {o.label}
        </button>
      ))}
    </div>
  );
};

const sameViews = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((v) => b.includes(v));

/** The fewest views that carry every dimension, and why. */
const Proposal = ({ plan }: { plan: SheetPlan }) => {
  const drawing = useSession((s) => s.drawing);
  const edit = useEdit();
  const { views, reasons } = plan.proposed;
  const same = sameViews(views, drawing.setup.views);
  return (
    <div className="border-b border-rule px-5 py-2 text-[13px] leading-[18px]" data-testid="proposal">
      <p className="flex items-baseline justify-between gap-2">
        <span>
          <b>{views.map((v) => VIEW_TITLES[v]).join(', ')}</b> {same ? 'carry' : 'can carry'} every dimension.
        </span>
        {!same && (
          <button
            type="button"
            className={offer}
            onClick={() => void edit(setUp({ views: [...views] }, 'Proposed views'))}
          >
            Take these
          </button>
        )}
      </p>
      <ul className="mt-1 text-second">
        {reasons.map((r) => (
          <li key={r}>{r}</li>
        ))}
      </ul>
      <p className="mt-1 flex items-baseline justify-between gap-2 text-second" data-testid="front">
        <span>{plan.front.reason}</span>
        {plan.front.side !== 'front' && (
          <button
            type="button"
            className={offer}
            onClick={() => void edit({ type: 'useAsFront', side: plan.front.side })}
          >
            Use as front view
          </button>
        )}
      </p>
    </div>
  );
};

/** Stage 2: paper, scale, angle, views and gap, with what does not fit and the remedy. */
export const SetOut = () => {
  const picture = useSession((s) => s.picture);
  const plan = usePlan();
  const [marking, setMarking] = useState(false);
  return (
    <Page
      title={marking ? 'Setting-out list' : 'Setting out'}
      note={
        marking
          ? 'From the lower left corner of the sheet, in the order to mark.'
          : picture && plan
            ? `The views cover ${Math.round(plan.fullness * 100)} % of the free paper at ${picture.scale}.`
            : 'How the views stand on the paper.'
      }
      action={
        <button
          type="button"
          onClick={() => setMarking(!marking)}
          className="text-[13px] font-semibold text-house hover:underline"
        >
          {marking ? 'Back to the sheet' : 'List for the board'}
        </button>
      }
      foot={!marking && plan?.offers.length ? <Offers plan={plan} /> : undefined}
    >
      {marking && plan ? <MarkList plan={plan.settingOut} /> : <Choices plan={plan} />}
    </Page>
  );
};

/** On other paper the views find their place anew: the change says so where they had been put somewhere. */
const onNewPaper = (setup: SheetSetup, label: string): string =>
  setup.place ? `${label}, views centred again` : label;

/** Width and height of a paper of its own size, as it lies. */
const OwnPaper = () => {
  const drawing = useSession((s) => s.drawing);
  const edit = useEdit();
  const size = paperSize(drawing.setup);
  return (
    <>
      {(['wide', 'high'] as const).map((name, i) => (
        <label key={name} className="flex items-center gap-1">
          <input
            aria-label={`Paper, mm ${name}`}
            type="number"
            min={120}
            max={3000}
            step={1}
            className={`${field} figures w-[74px] text-right`}
            key={size[i]}
            defaultValue={size[i]}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            onBlur={(e) => {
              const mm = Number(e.target.value);
              if (mm === size[i]) return;
              if (!(mm >= 120 && mm <= 3000)) {
                e.target.value = String(size[i]);
                return;
              }
              void edit((now) => {
                const [w, h] = paperSize(now.drawing.setup);
                const ownPaper: [number, number] = i ? [w, mm] : [mm, h];
                return setUp(
                  { ownPaper, place: undefined },
                  onNewPaper(now.drawing.setup, `Paper ${ownPaper.join(' x ')} mm`),
                );
              });
            }}
          />
          <span className="text-second">{i ? 'mm' : 'x'}</span>
        </label>
      ))}
    </>
  );
};

/** Distances between the views, and where the front view stands on the paper. */
const Spacing = () => {
  const setup = useSession((s) => s.drawing.setup);
  const picture = useSession((s) => s.picture);
  const edit = useEdit();
  const [levels, sides] = betweenOf(setup);
  /** one of the two distances; the other stays as it is by then */
  const spaced = (axis: 0 | 1, mm: number, label: string): void =>
    void edit((now) => {
      const [l, s] = betweenOf(now.drawing.setup);
      return setUp(axis ? withBetween(l, mm) : withBetween(mm, s), label);
    });
  const has = (...views: ViewName[]): boolean => views.some((v) => setup.views.includes(v));
  const front = picture && cornerView(picture);
  return (
    <>
      <Row label="Gap, view to XY">
        <PaperField
          name="Gap, view to XY"
          mm={setup.gap}
          least={2}
          most={200}
          onChange={(gap) => void edit(setUp({ gap, between: undefined }, 'Gap between views and XY'))}
        />
      </Row>
      {has('top', 'bottom') && (
        <Row label={`Front to ${has('top') ? 'top' : 'bottom'}, in all`}>
          <PaperField
            name="Front to views above and below"
            mm={levels}
            least={4}
            most={400}
            onChange={(mm) => spaced(0, mm, 'Distance above and below the front view')}
          />
        </Row>
      )}
      {has('left', 'right') && (
        <Row label="Front to side, in all">
          <PaperField
            name="Front to views beside it"
            mm={sides}
            least={4}
            most={400}
            onChange={(mm) => spaced(1, mm, 'Distance beside the front view')}
          />
        </Row>
      )}
      {picture && front && <Corner picture={picture} title={front.title} />}
    </>
  );
};

/** The view by whose corner the place of all views is given. */
const cornerView = ({ views }: GoodPicture) => views.find((v) => v.name === 'front') ?? views[0];
/** The lower left corner of a box of the picture, mm from the lower left corner of the paper. */
const lowerLeft = (
  { paper }: GoodPicture,
  box: { readonly x: number; readonly y: number; readonly h: number },
): readonly [number, number] => [box.x, paper.height - box.y - box.h];

/** The lower left corner of a view, from the edges of the sheet; the other views come along. */
const Corner = ({ picture, title }: { picture: GoodPicture; title: string }) => {
  const edit = useEdit();
  const own = lowerLeft(picture, (cornerView(picture) as GoodPicture['views'][number]).box);
  const move = (axis: 0 | 1, to: number): void =>
    void edit(({ picture: at = picture, drawing }) => {
      const front = cornerView(at);
      const drawn = lowerLeft(at, at.extent);
      // the other coordinate stays as it was entered, also where its picture is still to come
      const place: [number, number] = [...(drawing.setup.place ?? drawn)];
      place[axis] = drawn[axis] + (front ? to - lowerLeft(at, front.box)[axis] : 0);
      return setUp({ place }, 'The views moved');
    });
  return (
    <>
      <Row label={`${title}, from the left`}>
        <PaperField
          name="Corner from the left"
          mm={own[0]}
          least={0}
          most={picture.paper.width}
          onChange={(x) => move(0, x)}
        />
      </Row>
      <Row label={`${title}, from below`}>
        <PaperField
          name="Corner from below"
          mm={own[1]}
          least={0}
          most={picture.paper.height}
          onChange={(y) => move(1, y)}
        />
      </Row>
    </>
  );
};

/** The usual forms of title block; the others are chosen at Issue. */
const TITLE_PLACES = [
  { value: 'corner', label: 'Corner' },
  { value: 'strip', label: 'Strip' },
] as const;

/** Paper, scale, angle, views and gap. */
const Choices = ({ plan }: { plan: SheetPlan | undefined }) => {
  const drawing = useSession((s) => s.drawing);
  const { setup } = drawing;
  const drawnAt = useSession((s) => s.picture?.scale);
  const scales = scalesOffered(drawing.part.units, drawnAt);
  const edit = useEdit();
  const set = (change: Partial<typeof setup>, label: string): void => void edit(setUp(change, label));
  const rule = (change: Partial<typeof setup.rules>, label: string): void =>
    void edit(setRules(change, label));
  const switchView = (view: ViewName, on: boolean): void =>
    void edit((now) => {
      const { views } = now.drawing.setup;
      const next = VIEWS.filter((x) => (x === view ? on : views.includes(x)));
      return setUp(
        { views: next.length ? next : views },
        `${VIEW_TITLES[view]} ${on ? 'added' : 'left out'}`,
      );
    });
  return (
    <>
      <Findings about={['setup', 'cuts']} />
      <HouseRulesRows />
      <Row label="Paper">
        <select
          aria-label="Paper"
          className={`${field} max-w-[98px]`}
          value={setup.paper}
          onChange={(e) => {
            const paper = e.target.value as typeof setup.paper;
            // an own size begins as the sheet that lies there now
            const own =
              paper === 'own' ? { ownPaper: paperSize(setup).map(Math.round) as [number, number] } : {};
            set(
              { paper, ...own, place: undefined },
              onNewPaper(setup, paper === 'own' ? 'Paper of a custom size' : `Paper ${paper}`),
            );
          }}
        >
          {PAPER_NAMES.map((p) => (
            <option key={p}>{p}</option>
          ))}
          <option value="own">Custom size</option>
        </select>
        {setup.paper !== 'own' && (
          <Choice
            name="Orientation"
            value={setup.upright ? 'upright' : 'landscape'}
            options={[
              { value: 'landscape', label: 'Landscape' },
              { value: 'upright', label: 'Portrait' },
            ]}
            onChange={(v) =>
              set({ upright: v === 'upright', place: undefined }, onNewPaper(setup, `Sheet ${v}`))
            }
          />
        )}
      </Row>
      {setup.paper === 'own' && (
        <Row label="Width and height">
          <OwnPaper />
        </Row>
      )}
      <Row label="Title block">
        <Choice
          name="Title block"
          value={setup.titleBlock ?? 'corner'}
          options={TITLE_PLACES}
          onChange={(titleBlock) => set({ titleBlock }, `Title block as a ${titleBlock}`)}
        />
      </Row>
      <Row label="Scale">
        <select
          aria-label="Scale"
          className={field}
          value={String(setup.scale)}
          onChange={(e) => set({ scale: e.target.value === 'fit' ? 'fit' : Number(e.target.value) }, 'Scale')}
        >
          <option value="fit">Largest to fit</option>
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
      <p
        className="border-b border-rule px-5 py-1.5 text-[13px] leading-[18px] text-second"
        aria-live="polite"
      >
        {WHY[setup.angle]}
      </p>
      <Spacing />
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
                onChange={(e) => switchView(v, e.target.checked)}
              />
              {VIEW_TITLES[v]}
            </label>
          ))}
        </div>
      </fieldset>
      <Row label="View names">
        <select
          aria-label="Views are called"
          className={`${field} py-0`}
          value={setup.rules.names ?? 'views'}
          onChange={(e) => rule({ names: e.target.value as ViewNames }, 'Names of the views')}
        >
          <option value="views">Front, top, left view</option>
          <option value="elevations">Elevation, plan, end elevation</option>
          <option value="sides">Front, top, side view</option>
        </select>
      </Row>
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
      <SquaresRow />
      <TitleRows />
      {drawing.part.bodies.length > 1 && (
        <>
          <Row label="Parts list">
            <Tick
              name="Parts list"
              on={setup.rules.partsList ?? false}
              onChange={(on) =>
                rule({ partsList: on || undefined }, `Parts list ${on ? 'on the sheet' : 'left out'}`)
              }
            />
          </Row>
          <Row label="Its items with their masses">
            <SavePartsList />
          </Row>
          <Row label="Balloons">
            <Tick
              name="Balloons"
              on={setup.rules.balloons ?? false}
              onChange={(on) => rule({ balloons: on || undefined }, `Balloons ${on ? 'drawn' : 'left out'}`)}
            />
          </Row>
        </>
      )}
      {/* what comes and goes stands last, so that nothing moves away under the pointer */}
      {setup.rules.referenceLines && <PlaneRows />}
      {plan && <Proposal plan={plan} />}
    </>
  );
};
