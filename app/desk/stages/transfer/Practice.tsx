'use client';
import { type ReactNode, useEffect, useState } from 'react';
import type { GivenLine } from '../../../../core/balance/given.ts';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import { placeInView } from '../../../../core/ledger/placeInView.ts';
import { decimal } from '../../../../core/number/format.ts';
import { featureOfOwn, marksOf, type PracticeMarks, timeWords } from '../../../../core/practice/marks.ts';
import { placingFaults } from '../../../../core/practice/placing.ts';
import { hintFor, stillMissing } from '../../../../core/practice/thirdView.ts';
import { Choice } from '../../book/Choice.tsx';
import { field, Page, Row } from '../../book/Page.tsx';
import { useDesk, useSession } from '../../useDesk.ts';
import {
  askedLines,
  beginExercise,
  helpWith,
  judged,
  placeByHand,
  rubOutLight,
  setPractice,
  takeBack,
  turnPlacing,
  usePractice,
} from './practiceStore.ts';

const words = (l: GivenLine, p: (at: readonly [number, number]) => string): string => {
  if (l.kind === 'round') return `circle about ${p(l.centre)}, radius ${decimal(l.radius, 2)}`;
  return l.kind === 'straight' ? `from ${p(l.a)} to ${p(l.b)}` : `curve through ${l.points.length} points`;
};

/** What was drawn, what went wrong on the way, and where to look again. */
const Marks = ({ seconds, marks }: { seconds: number; marks: PracticeMarks }) => (
  <div className="mt-1" data-testid="practice marks">
    <p>
      {marks.kinds.map((k) => `${k.right} of ${k.of} ${k.name}`).join(', ')}; {marks.wrong} wrong on the way,{' '}
      {marks.hints} {marks.hints === 1 ? 'hint' : 'hints'}, {timeWords(seconds)}.
    </p>
    {marks.again.length > 0 && <p>Look again at {marks.again.join(', ')}.</p>}
  </div>
);

/** A view is drawn from the two others by carrying their points across, entry by entry. */
export const Practice = ({ books }: { books: ReactNode }) => {
  const { engine, view: desk } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const views = useSession((s) => s.picture?.views);
  const {
    exercise,
    entries,
    tool,
    seen,
    checked,
    placing,
    help,
    lights,
    plotted,
    events,
    begunAt,
    endedAt,
    cursorWords,
  } = usePractice();
  const [view, setView] = useState<ViewName>();
  const [hint, setHint] = useState<{ depth: 1 | 2 | 3; text: string }>();
  const wanted =
    view ?? views?.find((v) => v.name === 'left' || v.name === 'right')?.name ?? views?.at(-1)?.name;
  useEffect(() => {
    if (!wanted) return;
    let old = false;
    void engine.exercise(drawing, wanted).then((e) => {
      if (!old) beginExercise(e);
    });
    return () => {
      old = true;
      beginExercise(undefined);
    };
  }, [engine, drawing, wanted]);
  const say = exercise ? placeInView(exercise.view, exercise.ledger, exercise.unit) : () => '';
  const asked = exercise ? askedLines(exercise, help) : [];
  const missing = exercise ? stillMissing(entries, asked, exercise.tol) : [];
  const verdicts = exercise ? entries.map((_l, i) => judged(entries, i, exercise, help)) : [];
  const wrong = verdicts.filter((v) => !v.right).length;
  const misplacings =
    exercise && placing ? placingFaults(exercise.view, placing, exercise.boxes, exercise.angle) : [];
  const done = exercise !== undefined && !missing.length && !wrong && !misplacings.length;
  useEffect(() => {
    if (done && endedAt === undefined) setPractice({ endedAt: Date.now() });
  }, [done, endedAt]);
  const covered = exercise?.view;
  const title = placing ? views?.find((v) => v.name === covered)?.title : undefined;
  useEffect(() => {
    desk.cover(covered && { view: covered, title, bare: help !== 'given' });
    return () => desk.cover(undefined);
  }, [desk, covered, title, help]);
  const ask = (): void => {
    const next = missing[0];
    if (!next) return;
    const depth = (hint && hint.depth < 3 ? hint.depth + 1 : 1) as 1 | 2 | 3;
    const { text, points, line } = hintFor(next, depth, say);
    const feature = featureOfOwn(next);
    setHint(depth === 3 ? undefined : { depth, text });
    setPractice({
      hints: points,
      events: [...events, { what: 'hint', feature }],
      ...(line && { entries: [...entries, line], hints: [] }),
    });
  };
  const press = 'rounded-md px-3 py-1.5 text-[13px] font-semibold';
  return (
    <Page
      title="Practise"
      note={
        help === 'given'
          ? 'Draw the covered view: a line begins and ends where projectors cross, or where drawn lines meet.'
          : 'Draw projectors from the given views, turn depths, and join the points where they cross.'
      }
      books={books}
    >
      <Row label="The view to draw">
        <select
          aria-label="The view to draw"
          className={`${field} py-0.5`}
          value={wanted}
          onChange={(e) => {
            setHint(undefined);
            setView(e.target.value as ViewName);
          }}
        >
          {views?.map((v) => (
            <option key={v.name} value={v.name}>
              {v.title}
            </option>
          ))}
        </select>
      </Row>
      {exercise ? (
        <>
          {!placing && (
            <Row label="Projectors">
              <Choice
                name="Projectors"
                value={help}
                options={[
                  { value: 'given', label: 'Given' },
                  { value: 'depths', label: 'All but depths' },
                  { value: 'own', label: 'Mine' },
                ]}
                onChange={(h) => {
                  setHint(undefined);
                  helpWith(h);
                }}
              />
            </Row>
          )}
          {help !== 'given' && (
            <div className="flex items-center justify-between border-b border-rule px-5 py-1.5">
              <Choice
                name="Draw a light line"
                value={tool === 'level' || tool === 'upright' ? tool : 'none'}
                options={[
                  { value: 'level', label: 'Level line' },
                  { value: 'upright', label: 'Upright line' },
                ]}
                onChange={(t) => t !== 'none' && setPractice({ tool: t, from: undefined, plotted: [] })}
              />
              <button
                type="button"
                className="text-[13px] font-semibold text-house hover:underline disabled:opacity-40"
                disabled={!lights.length}
                onClick={rubOutLight}
              >
                Rub out last
              </button>
            </div>
          )}
          <Row label="Draw a">
            <Choice
              name="Draw a"
              value={tool}
              options={[
                { value: 'line', label: 'Line' },
                { value: 'circle', label: 'Circle' },
                ...(help === 'own' ? [{ value: 'curve' as const, label: 'Curve' }] : []),
              ]}
              onChange={(t) => setPractice({ tool: t, from: undefined, plotted: [] })}
            />
          </Row>
          {tool === 'curve' && (
            <p className="border-b border-rule px-5 py-1.5 text-[12.5px] text-second">
              Click the points in their order; the last one again ends the curve, the first one again closes
              it. {plotted.length > 0 && `${plotted.length} plotted.`}
            </p>
          )}
          <Row label="It is">
            <Choice
              name="It is"
              value={seen ? 'visible' : 'hidden'}
              options={[
                { value: 'visible', label: 'Visible' },
                { value: 'hidden', label: 'Hidden' },
              ]}
              onChange={(v) => setPractice({ seen: v === 'visible' })}
            />
          </Row>
          <Row label="Position">
            <Choice
              name="Position"
              value={placing ? 'by hand' : 'held'}
              options={[
                { value: 'held', label: 'By projectors' },
                { value: 'by hand', label: 'Free' },
              ]}
              onChange={(v) => placeByHand(v === 'by hand')}
            />
          </Row>
          {placing && (
            <Row label="Drag it by its edge, and">
              <button
                type="button"
                className="rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] text-house hover:bg-hover"
                onClick={turnPlacing}
              >
                Turn by a quarter
              </button>
            </Row>
          )}
          <Row label="Checked">
            <Choice
              name="Checked"
              value={checked ? 'at once' : 'at the end'}
              options={[
                { value: 'at once', label: 'At once' },
                { value: 'at the end', label: 'At the end' },
              ]}
              onChange={(v) => setPractice({ checked: v === 'at once' })}
            />
          </Row>
          <div
            className="border-b border-rule px-5 py-2 text-[13.5px] leading-[19px]"
            aria-live="polite"
            data-testid="practice state"
          >
            {done ? (
              <p>
                <b className="text-well">The view is complete:</b> every one of its {asked.length} lines is
                there.
              </p>
            ) : checked ? (
              <p>
                {entries.length - wrong} right, {wrong} wrong, {missing.length} of {asked.length} lines
                missing.
              </p>
            ) : (
              <p>{entries.length} entered.</p>
            )}
            {checked && !missing.length && wrong > 0 && <p>Nothing is missing: take back what is wrong.</p>}
            {placing && !misplacings.length && checked && <p>It stands where it belongs.</p>}
            {placing &&
              checked &&
              misplacings.map((m) => (
                <p key={m} className="text-fault">
                  {m}
                </p>
              ))}
            {done && (
              <Marks
                seconds={((endedAt ?? Date.now()) - begunAt) / 1000}
                marks={marksOf(asked, missing, events)}
              />
            )}
            {help !== 'own' && exercise.curves.length > 0 && (
              <p className="text-second">
                {exercise.curves.length} {exercise.curves.length === 1 ? 'curve is' : 'curves are'} plotted
                point by point, and asked for where the projectors are yours.
              </p>
            )}
            {cursorWords && <p className="text-second">Cursor at {cursorWords}.</p>}
            {hint && <p className="mt-1 text-caution">{hint.text}</p>}
            <p className="mt-1.5 flex gap-2">
              {!checked && (
                <button
                  type="button"
                  className={`${press} bg-deep text-white hover:bg-house`}
                  onClick={() => setPractice({ checked: true })}
                >
                  Check all
                </button>
              )}
              {missing.length > 0 && (
                <button
                  type="button"
                  className={`${press} border border-rule-strong bg-white text-house hover:bg-hover`}
                  onClick={ask}
                >
                  {hint ? 'Another hint' : 'A hint'}
                </button>
              )}
            </p>
          </div>
          <ol className="text-[13px] leading-[18px]" data-testid="entries">
            {entries.map((l, i) => {
              const verdict = verdicts[i];
              const judged = checked && verdict && !verdict.right;
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: entries are known by their order
                <li key={i} className="group flex gap-2 border-b border-rule px-5 py-1">
                  <span className="min-w-0 flex-1">
                    {l.seen ? 'visible' : 'hidden'}{' '}
                    <span className="figures text-[12.5px]">{words(l, say)}</span>
                    {judged && <span className="block text-fault">{verdict.reason}</span>}
                  </span>
                  <button
                    type="button"
                    aria-label={`Take entry ${i + 1} back`}
                    className="self-start text-second hover:underline"
                    onClick={() => takeBack(i)}
                  >
                    ×
                  </button>
                </li>
              );
            })}
          </ol>
        </>
      ) : (
        <p className="px-5 py-3 text-second">
          A third view is drawn from two others: have at least three views on the sheet (stage 2).
        </p>
      )}
    </Page>
  );
};
