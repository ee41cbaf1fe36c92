'use client';
import { useEffect, useState } from 'react';
import { nextRevision } from '../../../../core/drawing/nextRevision.ts';
import { ISSUED_FILES, type IssueRow } from '../../../../exchange/issue.ts';
import { mayEverywhere } from '../../../../exchange/roles.ts';
import { today } from '../../../clock.ts';
import { LocalTime } from '../../../LocalTime.tsx';
import { issuedAddress, issueSheet, issuesOf, withdrawIssue } from '../../../serverCalls.ts';
import { useOwnName } from '../../../session/ownName.ts';
import { usePerson } from '../../../session/SessionsProvider.tsx';
import { OwnNameField } from '../../book/OwnNameField.tsx';
import { field } from '../../book/Page.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';

/** Why the person at the desk may not check and issue; nothing where they may. */
const useMayNotCheck = (): string | undefined =>
  mayEverywhere(usePerson().role, 'check') ? undefined : 'Only a checker or an owner checks and issues';

const FILE_WORDS = { pdf: 'PDF', dxf: 'DXF', drawing: 'drawing file' } as const;

/** In hand, to be checked, or checked: who said so, and the next step. A change of what is drawn puts it in hand again. */
const State = () => {
  const state = useSession((s) => s.drawing.state);
  const { name } = useOwnName();
  const mayNotCheck = useMayNotCheck();
  const edit = useEdit();
  const set = (to: 'in hand' | 'to be checked' | 'checked'): void =>
    void edit({ type: 'setState', state: to, by: name, on: today() });
  const step = (to: 'to be checked' | 'checked', words: string, mayNot?: string) => (
    <button
      type="button"
      disabled={!name.trim() || mayNot !== undefined}
      title={mayNot ?? (name.trim() ? undefined : 'Type your name below first')}
      className="rounded border border-rule-strong bg-white px-2 py-0.5 font-semibold text-deep hover:bg-hover disabled:opacity-40"
      onClick={() => set(to)}
    >
      {words}
    </button>
  );
  return (
    <p className="mt-1 flex flex-wrap items-baseline gap-x-3 gap-y-1" data-testid="state">
      <span>
        State: <b>{state?.is ?? 'in hand'}</b>
        {state && (
          <span className="text-second">
            , {state.by}, {state.on}
          </span>
        )}
      </span>
      {!state && step('to be checked', 'Hand over to be checked')}
      {state?.is === 'to be checked' && step('checked', 'I have checked it', mayNotCheck)}
      {state && (
        <button type="button" className="text-second hover:underline" onClick={() => set('in hand')}>
          Take it in hand
        </button>
      )}
    </p>
  );
};

/** Issuing: the sheet is frozen with its files; later work is the next revision. */
export const Issues = () => {
  const { session } = useDesk();
  const edit = useEdit();
  const id = useSession((s) => s.id);
  const revision = useSession((s) => s.drawing.revision);
  const storedRevision = useSession((s) => s.revision);
  const [issues, setIssues] = useState<readonly IssueRow[]>();
  const [reason, setReason] = useState('');
  const [words, setWords] = useState<string>();
  const [isBusy, setBusy] = useState(false);
  const { name } = useOwnName();
  const mayNotCheck = useMayNotCheck();
  // biome-ignore lint/correctness/useExhaustiveDependencies: whether an issue is still the drawing as it stands changes with every stored change
  useEffect(() => {
    let isOld = false;
    issuesOf(id)
      .then((all) => !isOld && setIssues(all))
      .catch((e: Error) => !isOld && setWords(e.message));
    return () => {
      isOld = true;
    };
  }, [id, storedRevision]);
  const isFirst = issues?.length === 0;
  const [last] = issues ?? [];
  const letter = isFirst ? revision || 'A' : nextRevision(last?.letter ?? '');
  const isUnchanged = last?.isCurrent === true && !last.withdrawnAt;
  const why = reason.trim() || (isFirst ? 'First issue' : '');
  const issue = async (): Promise<void> => {
    setBusy(true);
    setWords(undefined);
    try {
      const faults = await edit({ type: 'revise', letter, reason: why, by: name, on: today(), isFirst });
      if (faults.length) return;
      if (!(await session.stored())) {
        setWords('The server does not answer, so nothing was issued. Your changes are kept here.');
        return;
      }
      const asked = { letter, reason: why, by: name, revision: session.state.getState().revision };
      setIssues(await issueSheet(id, asked));
      setReason('');
    } catch (error) {
      setWords((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label="Issues" className="px-5 py-2 text-[13.5px] leading-[19px]">
      <h2 className="flex items-baseline justify-between text-[14px] font-semibold">
        {isUnchanged
          ? `Issued as ${last?.letter}`
          : isFirst
            ? 'Not issued yet'
            : `In hand, after ${last?.letter}`}
        <span className="text-[13px] font-normal text-second">
          {isUnchanged ? 'Any change begins the next revision.' : `Next: ${letter}`}
        </span>
      </h2>
      {issues && !isUnchanged && <State />}
      {issues && !isUnchanged && (
        <form
          className="mt-1 flex flex-col gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            void issue();
          }}
        >
          <input
            aria-label="Reason of the issue"
            placeholder={isFirst ? 'First issue' : 'What was changed, and why'}
            maxLength={120}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            className={field}
          />
          <span className="flex gap-2">
            <OwnNameField label="Issued by" />
            <button
              type="submit"
              disabled={isBusy || !why || !name.trim() || mayNotCheck !== undefined}
              title={mayNotCheck}
              className="rounded-md bg-deep px-3 py-1 font-semibold text-white hover:bg-house disabled:opacity-40"
            >
              {isBusy ? 'Being issued …' : `Issue ${letter}`}
            </button>
          </span>
        </form>
      )}
      {mayNotCheck && issues && !isUnchanged && (
        <p className="mt-1 text-[12.5px] text-second">{mayNotCheck}.</p>
      )}
      {words && (
        <p role="alert" className="mt-1 text-fault">
          {words}
        </p>
      )}
      <ul aria-label="Issued" className="mt-2">
        {issues?.map((i) => (
          <li key={i.letter} className="border-t border-rule py-1.5">
            <p>
              <b className="figures">{i.letter}</b> {i.reason}
              {i.withdrawnAt && <span className="font-semibold text-fault"> · withdrawn</span>}
              {i !== last && !i.withdrawnAt && <span className="text-second"> · superseded</span>}
            </p>
            <p className="text-[12.5px] text-second">
              <LocalTime at={i.issuedAt} />, {i.by} · <span title={i.hash}>{i.hash.slice(0, 8)}</span>
            </p>
            <p className="flex gap-3 text-[13px]">
              {ISSUED_FILES.map((as) => (
                <a
                  key={as}
                  href={issuedAddress(id, i.letter, as)}
                  download
                  className="font-semibold text-house hover:underline"
                >
                  {FILE_WORDS[as]}
                </a>
              ))}
              {(i !== last || !i.isCurrent) && (
                <a
                  href={`/drawings/${id}/changes?from=${encodeURIComponent(i.letter)}`}
                  target="_blank"
                  rel="noreferrer"
                  className="font-semibold text-house hover:underline"
                >
                  what changed since
                </a>
              )}
              {!i.withdrawnAt && !mayNotCheck && (
                <button
                  type="button"
                  className="ml-auto text-second hover:underline"
                  onClick={() =>
                    void withdrawIssue(id, i.letter)
                      .then(setIssues)
                      .catch((e: Error) => setWords(e.message))
                  }
                >
                  Withdraw
                </button>
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
};
