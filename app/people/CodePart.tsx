'use client';
import qrcode from 'qrcode-generator';
import { useState } from 'react';
import type { Account } from '../../exchange/people.ts';
import { saveFile } from '../desk/book/saveFile.ts';
import { EntryForm, Field } from '../EntryForm.tsx';
import { beginCode, confirmCode, endCode, readAccount, renewRecoveryCodes } from './peopleCalls.ts';
import { SMALL_BUTTON } from './section.tsx';

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

/** A key or code in groups of four. */
const inGroups = (text: string): readonly string[] => text.match(/.{1,4}/g) ?? [];

/** Recovery codes, which are shown this once. */
const RecoveryCodes = ({
  codes,
  login,
  onKept,
}: {
  readonly codes: readonly string[];
  readonly login: string;
  readonly onKept: () => void;
}) => {
  const lines = codes.map((code) => inGroups(code).join('-'));
  const text = `Blue Ledger: recovery codes of ${login}\nEach lets you in once, in place of a code from your telephone.\n\n${lines.join('\n')}\n`;
  return (
    <section aria-label="Recovery codes" className="mt-3 text-[13.5px] leading-[19px]">
      <p className="max-w-md">
        <b>Keep these recovery codes</b> where the telephone is not: each lets you in once, in place of a
        code. They are not shown again.
      </p>
      <ul className="figures mt-2 grid w-max grid-cols-2 gap-x-8 gap-y-0.5 font-semibold select-all">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <div className="mt-3 flex gap-2">
        <button
          type="button"
          className={SMALL_BUTTON}
          onClick={() => saveFile(text, 'text/plain', 'blue-ledger-recovery-codes.txt')}
        >
          Save as a file
        </button>
        <button type="button" className={SMALL_BUTTON} onClick={onKept}>
          I have kept them
        </button>
      </div>
    </section>
  );
};

type Props = { readonly account: Account; readonly onChange: (account: Account) => void };
/** What a password is asked for. */
type Wish = 'begin' | 'renew' | 'end';
const WISHES: Readonly<Record<Wish, string>> = {
  begin: 'Show the key',
  renew: 'Make new recovery codes',
  end: 'Ask for no code any more',
};

/** Asks for a code besides the password at sign-in, or no more; makes recovery codes. */
export const CodePart = ({ account, onChange }: Props) => {
  const [offered, setOffered] = useState<{ readonly key: string; readonly address: string }>();
  const [wish, setWish] = useState<Wish>();
  const [codes, setCodes] = useState<readonly string[]>();
  const done = async (): Promise<void> => {
    setOffered(undefined);
    setWish(undefined);
    onChange(await readAccount());
  };
  const withPassword = async (password: string): Promise<void> => {
    if (wish === 'begin') {
      setOffered(await beginCode(password));
      return;
    }
    if (wish === 'renew') setCodes((await renewRecoveryCodes(password)).recoveryCodes);
    else await endCode(password);
    await done();
  };
  if (codes) return <RecoveryCodes codes={codes} login={account.login} onKept={() => setCodes(undefined)} />;
  if (offered)
    return (
      <div className="mt-3 flex gap-5">
        <Squares address={offered.address} />
        <div className="max-w-sm text-[13.5px] leading-[19px]">
          <p>
            Read these squares with an app for one-time codes, or type its key:
            <span className="figures mt-1 block font-semibold select-all">
              {inGroups(offered.key).join(' ')}
            </span>
          </p>
          <div className="mt-3">
            <EntryForm
              key="confirm"
              button="Ask for a code from now on"
              onSend={async ({ code = '' }) => {
                setCodes((await confirmCode(code)).recoveryCodes);
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
      {account.hasCode && (
        <p className="mt-1 text-[13.5px] leading-[19px] text-second">
          Recovery codes that are not used yet: <b className="figures">{account.recoveryCodes}</b>
        </p>
      )}
      {wish ? (
        <div className="mt-3 max-w-sm">
          <EntryForm key={wish} button={WISHES[wish]} onSend={({ password = '' }) => withPassword(password)}>
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
        <div className="mt-3 flex gap-2">
          {account.hasCode && (
            <button type="button" className={SMALL_BUTTON} onClick={() => setWish('renew')}>
              {WISHES.renew}
            </button>
          )}
          <button
            type="button"
            className={SMALL_BUTTON}
            onClick={() => setWish(account.hasCode ? 'end' : 'begin')}
          >
            {account.hasCode ? WISHES.end : 'Ask for a code'}
          </button>
        </div>
      )}
    </>
  );
};
