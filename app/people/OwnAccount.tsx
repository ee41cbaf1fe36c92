'use client';
import { useState } from 'react';
import type { Account } from '../../exchange/people.ts';
import { ROLE_WORDS, SHORTEST_PASSWORD } from '../../exchange/roles.ts';
import { EntryForm, Field } from '../EntryForm.tsx';
import { LocalTime } from '../LocalTime.tsx';
import { CodePart } from './CodePart.tsx';
import { changePassword, endOtherSessions, readAccount } from './peopleCalls.ts';
import { Fault, Section, SMALL_BUTTON } from './section.tsx';

/** A browser as people name it, from what it says of itself. */
const browserName = (says: string): string => {
  const kind = /Firefox/.test(says)
    ? 'Firefox'
    : /Edg\//.test(says)
      ? 'Edge'
      : /Chrom(e|ium)/.test(says)
        ? 'Chrome'
        : /Safari/.test(says)
          ? 'Safari'
          : 'a browser';
  const on = /Android/.test(says)
    ? 'Android'
    : /iPhone|iPad/.test(says)
      ? 'iOS'
      : /Windows/.test(says)
        ? 'Windows'
        : /Mac OS/.test(says)
          ? 'macOS'
          : /Linux/.test(says)
            ? 'Linux'
            : '';
  return on ? `${kind} on ${on}` : kind;
};

type Props = { readonly account: Account; readonly onChange: (account: Account) => void };

/** One's own account: role, password, code, and where one is signed in. */
export const OwnAccount = ({ account, onChange }: Props) => {
  const [fault, setFault] = useState<string>();
  const [changed, setChanged] = useState(0);
  const { sessions } = account;
  const endOthers = async (): Promise<void> => {
    try {
      onChange(await endOtherSessions());
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <Section title="Your account">
      <Fault text={fault} />
      <p className="mt-3 text-[13.5px]">
        You sign in as <b>{account.login}</b>. You are <b>{account.role}</b>: {ROLE_WORDS[account.role]}.
      </p>
      <div className="mt-4 grid grid-cols-2 gap-8 max-[900px]:grid-cols-1">
        <div>
          <h3 className="text-[15px] font-semibold">Password</h3>
          <div className="mt-2 max-w-sm">
            <EntryForm
              key={changed}
              button="Change the password"
              onSend={async ({ password = '', next = '' }) => {
                await changePassword(password, next);
                setChanged((n) => n + 1);
                onChange(await readAccount());
              }}
            >
              <Field label="Password now" name="password" type="password" autoComplete="current-password" />
              <Field
                label="New password"
                name="next"
                type="password"
                autoComplete="new-password"
                hint={`At least ${SHORTEST_PASSWORD} characters. Your other sessions end.`}
              />
            </EntryForm>
            {changed > 0 && (
              <p role="status" className="mt-2 text-[13.5px] font-semibold">
                The password is changed.
              </p>
            )}
          </div>
        </div>
        <div>
          <h3 className="text-[15px] font-semibold">Code at sign-in</h3>
          <CodePart account={account} onChange={onChange} />
          <h3 className="mt-5 text-[15px] font-semibold">Where you are signed in</h3>
          <ul className="mt-1 text-[13px] leading-[18px]">
            {sessions.map((s) => (
              <li key={`${s.begunAt} ${s.usedAt}`} className="border-b border-rule py-1.5">
                {browserName(s.browser)} {s.isThis && <span className="font-semibold">(this one)</span>}
                <span className="block text-[12.5px] text-second">
                  from <span className="figures">{s.address}</span>, last used <LocalTime at={s.usedAt} />
                </span>
              </li>
            ))}
          </ul>
          {sessions.length > 1 && (
            <button type="button" className={`${SMALL_BUTTON} mt-3`} onClick={() => void endOthers()}>
              Sign out everywhere else
            </button>
          )}
        </div>
      </div>
    </Section>
  );
};
