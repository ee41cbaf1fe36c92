'use client';
import qrcode from 'qrcode-generator';
import { useState } from 'react';
import type { Account } from '../../exchange/people.ts';
import { ROLE_WORDS, SHORTEST_PASSWORD } from '../../exchange/roles.ts';
import { EntryForm, Field } from '../EntryForm.tsx';
import { LocalTime } from '../LocalTime.tsx';
import {
  beginCode,
  changePassword,
  confirmCode,
  endCode,
  endOtherSessions,
  readAccount,
} from './peopleCalls.ts';
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

/** The squares that a telephone reads a key from. */
const Squares = ({ address }: { readonly address: string }) => {
  const code = qrcode(0, 'M');
  code.addData(address);
  code.make();
  const n = code.getModuleCount();
  const dark: string[] = [];
  for (let row = 0; row < n; row++)
    for (let column = 0; column < n; column++)
      if (code.isDark(row, column)) dark.push(`M${column} ${row}h1v1h-1z`);
  return (
    <svg
      viewBox={`-4 -4 ${n + 8} ${n + 8}`}
      width={168}
      height={168}
      role="img"
      aria-label="The key as squares, for the camera of a telephone"
      className="print-true rounded-md border border-rule bg-paper"
    >
      <path d={dark.join('')} fill="#000" shapeRendering="crispEdges" />
    </svg>
  );
};

type Props = { readonly account: Account; readonly onChange: (account: Account) => void };

/** Asks for a code besides the password at sign-in, or no more. */
const CodePart = ({ account, onChange }: Props) => {
  const [offered, setOffered] = useState<{ readonly key: string; readonly address: string }>();
  const [isOpen, setIsOpen] = useState(false);
  const done = async (): Promise<void> => {
    setOffered(undefined);
    setIsOpen(false);
    onChange(await readAccount());
  };
  if (offered)
    return (
      <div className="mt-3 flex gap-5">
        <Squares address={offered.address} />
        <div className="max-w-sm text-[13.5px] leading-[19px]">
          <p>
            Read these squares with an app for one-time codes, or type its key:
            <span className="figures mt-1 block font-semibold select-all">
              {offered.key.match(/.{1,4}/g)?.join(' ')}
            </span>
          </p>
          <div className="mt-3">
            <EntryForm
              key="confirm"
              button="Ask for a code from now on"
              onSend={async ({ code = '' }) => {
                await confirmCode(code);
                await done();
              }}
            >
              <Field
                label="Code that it shows"
                name="code"
                autoComplete="one-time-code"
                inputMode="numeric"
                isFirst
              />
            </EntryForm>
          </div>
        </div>
      </div>
    );
  return (
    <>
      <p className="mt-2 text-[13.5px] leading-[19px] text-second">
        {account.hasCode
          ? 'A code of six figures from your telephone is asked for besides the password.'
          : 'Besides the password, a code of six figures from your telephone can be asked for. Then a password that somebody saw is not enough.'}
      </p>
      {isOpen ? (
        <div className="mt-3 max-w-sm">
          <EntryForm
            key="password"
            button={account.hasCode ? 'Ask for no code any more' : 'Show the key'}
            onSend={async ({ password = '' }) => {
              if (account.hasCode) {
                await endCode(password);
                await done();
              } else setOffered(await beginCode(password));
            }}
          >
            <Field
              label="Your password"
              name="password"
              type="password"
              autoComplete="current-password"
              isFirst
            />
          </EntryForm>
        </div>
      ) : (
        <button type="button" className={`${SMALL_BUTTON} mt-3`} onClick={() => setIsOpen(true)}>
          {account.hasCode ? 'Ask for no code any more' : 'Ask for a code'}
        </button>
      )}
    </>
  );
};

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
