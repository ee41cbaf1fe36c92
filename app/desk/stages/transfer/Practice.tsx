'use client';
import { type ReactNode, useEffect, useState } from 'react';
import type { GivenLine } from '../../../../core/balance/given.ts';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import { decimal } from '../../../../core/number/format.ts';
import { placingFaults } from '../../../../core/practice/placing.ts';
import { hintFor, stillMissing, verdictOn } from '../../../../core/practice/thirdView.ts';
import { Choice } from '../../book/Choice.tsx';
import { field, Page, Row } from '../../book/Page.tsx';
import { useDesk, useSession } from '../../useDesk.ts';
import {
  beginExercise,
  placeByHand,
  setPractice,
  takeBack,
  turnPlacing,
  usePractice,
} from './practiceStore.ts';

const words = (l: GivenLine): string => {
  const p = (q: readonly [number, number]): string => `${decimal(q[0], 2)}, ${decimal(q[1], 2)}`;
  if (l.kind === 'round') return `circle about ${p(l.centre)}, radius ${decimal(l.radius, 2)}`;
  return l.kind === 'straight' ? `from ${p(l.a)} to ${p(l.b)}` : '';
};

/** A view is drawn from the two others by carrying their points across, entry by entry. */
export const Practice = ({ books }: { books: ReactNode }) => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const views = useSession((s) => s.picture?.views);
  const { exercise, entries, tool, seen, checked, placing } = usePractice();
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
  const missing = exercise ? stillMissing(entries, exercise.own, exercise.tol) : [];
  const verdicts = exercise ? entries.map((l) => verdictOn(l, exercise.own, exercise.tol)) : [];
  const wrong = verdicts.filter((v) => !v.right).length;
  const misplacings =
    exercise && placing ? placingFaults(exercise.view, placing, exercise.boxes, exercise.angle) : [];
  const done = exercise !== undefined && !missing.length && !wrong && !misplacings.length;
  const ask = (): void => {
    const next = missing[0];
    if (!next) return;
    const depth = (hint && hint.depth < 3 ? hint.depth + 1 : 1) as 1 | 2 | 3;
    const { text, points, line } = hintFor(next, depth);
    setHint(depth === 3 ? undefined : { depth, text });
    setPractice({ hints: points, ...(line && { entries: [...entries, line], hints: [] }) });
  };
  const press = 'rounded-md px-3 py-1.5 text-[13px] font-semibold';
  return (
    <Page
      title="Practise"
      note="Draw the covered view: a line begins and ends where projectors cross, or where drawn lines meet."
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
          <Row label="Draw a">
            <Choice
              name="Draw a"
              value={tool}
              options={[
                { value: 'line', label: 'Line' },
                { value: 'circle', label: 'Circle' },
              ]}
              onChange={(t) => setPractice({ tool: t, from: undefined })}
            />
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
                <b className="text-well">The view is complete:</b> every one of its {exercise.own.length}{' '}
                lines is there.
              </p>
            ) : checked ? (
              <p>
                {entries.length - wrong} right, {wrong} wrong, {missing.length} of {exercise.own.length} lines
                missing.
              </p>
            ) : (
              <p>{entries.length} entered.</p>
            )}
            {placing && !misplacings.length && checked && <p>It stands where it belongs.</p>}
            {placing &&
              checked &&
              misplacings.map((m) => (
                <p key={m} className="text-fault">
                  {m}
                </p>
              ))}
            {exercise.leftOut > 0 && (
              <p className="text-second">
                {exercise.leftOut} {exercise.leftOut === 1 ? 'curve is' : 'curves are'} plotted point by point
                and not asked for.
              </p>
            )}
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
              {!done && (
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
                    {l.seen ? 'visible' : 'hidden'} <span className="figures text-[12.5px]">{words(l)}</span>
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
