'use client';
import { useEffect, useState } from 'react';
import type { Remark } from '../../../../core/check/remark.ts';
import { today } from '../../../clock.ts';
import { useOwnName } from '../../../session/ownName.ts';
import { Choice } from '../../book/Choice.tsx';
import { OwnNameField } from '../../book/OwnNameField.tsx';
import { field, Page } from '../../book/Page.tsx';
import { fetchedLater } from '../../fetchedLater.tsx';
import { useDesk, useEdit, useSession, useView } from '../../useDesk.ts';
import { CheckersWalk } from './CheckersWalk.tsx';
import { useRemarks } from './useRemarks.ts';

const MarkPanel = fetchedLater(() => import('./marking/MarkPanel.tsx').then((m) => m.MarkPanel));

type Shown = 'mend' | 'consider' | 'accepted';
const link = 'font-semibold text-house hover:underline';

/** Stage 7: everything that is wrong or doubtful, as a reviewer would write it; and what only a person can look at. */
export const Check = () => {
  const remarks = useRemarks();
  const accepted = useSession((s) => s.drawing.accepted);
  const { view } = useDesk();
  const [chosen, setChosen] = useState<Shown>();
  const [isMarking, setMarking] = useState(false);
  const open = (remarks ?? []).filter((r) => !accepted?.[r.key]);
  const lists: Record<Shown, readonly Remark[]> = {
    mend: open.filter((r) => r.weight === 'mend'),
    consider: open.filter((r) => r.weight === 'consider'),
    accepted: (remarks ?? []).filter((r) => accepted?.[r.key]),
  };
  const isStated = useSession((s) => s.drawing.part.bodies.length > 0);
  const shown = chosen ?? (lists.mend.length || !lists.consider.length ? 'mend' : 'consider');
  // what is marked on the sheet goes with the page
  useEffect(() => () => view.mark(undefined), [view]);
  if (!isStated)
    return (
      <Page title="Check" note="What a reviewer would write beside the sheet.">
        <p className="px-5 py-3 text-[13.5px] text-second">State a part first; its sheet is read here.</p>
      </Page>
    );
  return (
    <Page
      title="Check"
      note={
        remarks ? (
          <>
            Read as a reviewer would read it. {lists.mend.length} to mend, {lists.consider.length} to
            consider.
          </>
        ) : (
          'The sheet is being read …'
        )
      }
    >
      <div className="border-b border-rule px-5 py-2">
        <Choice
          name="Remarks"
          value={shown}
          options={[
            { value: 'mend', label: `To mend ${lists.mend.length}` },
            { value: 'consider', label: `To consider ${lists.consider.length}` },
            { value: 'accepted', label: `Accepted ${lists.accepted.length}` },
          ]}
          onChange={setChosen}
        />
      </div>
      {remarks && !lists[shown].length && (
        <p className="border-b border-rule px-5 py-3 text-[13.5px] text-second">
          {shown === 'mend'
            ? 'Nothing to mend was found in the views, the lettering, the dimensions, the task and the title block.'
            : shown === 'consider'
              ? 'Nothing doubtful was found.'
              : 'Nothing was accepted as it is.'}
        </p>
      )}
      <ul aria-label="Remarks found">
        {lists[shown].map((r) => (
          <RemarkRow key={r.key} remark={r} />
        ))}
      </ul>
      <CheckersWalk />
      <div className="border-t border-rule px-5 py-2.5 text-[13.5px]">
        <h2 className="font-semibold">Marking</h2>
        <p className="text-[13px] leading-[18px] text-second">
          Drawings made elsewhere, of one learner or of a class, held against this one.
        </p>
        <button
          type="button"
          className="mt-1.5 rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] font-semibold text-deep hover:bg-hover"
          onClick={() => setMarking(true)}
        >
          Mark drawings
        </button>
      </div>
      {isMarking && <MarkPanel onClose={() => setMarking(false)} />}
    </Page>
  );
};

/** A remark: what, why, where; shown on the sheet, mended at a press, or accepted with a reason. */
const RemarkRow = ({ remark }: { remark: Remark }) => {
  const { view } = useDesk();
  const edit = useEdit();
  const marked = useView((s) => s.marked?.key);
  const own = useSession((s) => s.drawing.accepted?.[remark.key]);
  const [reason, setReason] = useState<string>();
  const { name } = useOwnName();
  const isMarked = marked === remark.key;
  const accept = (because: string): void => {
    void edit({ type: 'acceptRemark', key: remark.key, because, by: name, on: today() });
    setReason(undefined);
  };
  return (
    <li
      className={`border-b border-rule px-5 py-2 text-[13px] leading-[18px] ${isMarked ? 'border-l-[3px] border-l-house bg-lit' : ''}`}
    >
      <div className="flex gap-2.5">
        <span
          aria-hidden
          className={`mt-[5px] size-[9px] shrink-0 ${remark.weight === 'mend' ? 'rotate-45 bg-warning' : 'rounded-full border-2 border-faint'}`}
        />
        <div className="min-w-0 flex-1">
          <p className="text-[13.5px] font-semibold">{remark.what}</p>
          <p className="text-second">{remark.why}</p>
          {own && (
            <p>
              Accepted{own.because && `, because ${own.because}`} (
              {[own.by, own.on].filter(Boolean).join(', ')}).
            </p>
          )}
          <p className="mt-0.5 flex flex-wrap items-baseline justify-between gap-x-3">
            {remark.at.length || remark.dimensions.length ? (
              <button
                type="button"
                aria-pressed={isMarked}
                className={link}
                onClick={() => {
                  view.mark(isMarked ? undefined : { key: remark.key, at: remark.at });
                  view.takeDimension(isMarked ? undefined : remark.dimensions[0]);
                }}
              >
                {isMarked ? 'Unmark' : `Show: ${remark.where}`}
              </button>
            ) : (
              <span className="text-second">{remark.where}</span>
            )}
            <span className="flex gap-3">
              {own ? (
                <button type="button" className={link} onClick={() => accept('')}>
                  Take back
                </button>
              ) : (
                <>
                  {remark.mend ? (
                    <button
                      type="button"
                      className={link}
                      onClick={() => remark.mend && void edit(remark.mend.command)}
                    >
                      {remark.mend.words}
                    </button>
                  ) : (
                    <button type="button" className={link} onClick={() => view.standAt(remark.stage)}>
                      To {remark.stage}
                    </button>
                  )}
                  <button
                    type="button"
                    aria-expanded={reason !== undefined}
                    className={link}
                    onClick={() => setReason(reason === undefined ? '' : undefined)}
                  >
                    Accept
                  </button>
                </>
              )}
            </span>
          </p>
          {reason !== undefined && (
            <form
              className="mt-1 flex flex-col gap-1"
              onSubmit={(e) => {
                e.preventDefault();
                if (reason.trim()) accept(reason.trim());
              }}
            >
              <input
                aria-label="Accepted, because"
                placeholder="because …"
                maxLength={200}
                value={reason}
                onChange={(e) => setReason(e.target.value)}
                className={field}
              />
              <span className="flex gap-2">
                <OwnNameField label="Your name" />
                <button
                  type="submit"
                  disabled={!reason.trim()}
                  className="rounded-md bg-deep px-2 font-semibold text-white disabled:opacity-40"
                >
                  Accept it
                </button>
              </span>
            </form>
          )}
        </div>
      </div>
    </li>
  );
};
