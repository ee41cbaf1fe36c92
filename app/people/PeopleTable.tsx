'use client';
import { type FormEvent, useEffect, useState } from 'react';
import type { People, PersonRow } from '../../exchange/people.ts';
import { ROLE_WORDS, ROLES, type Role } from '../../exchange/roles.ts';
import { CopyButton } from '../CopyButton.tsx';
import { LocalTime } from '../LocalTime.tsx';
import { changePerson, invite, readPeople, takeBack } from './peopleCalls.ts';
import { Fault, HEAD_CELL, Section, SMALL_BUTTON } from './section.tsx';

const SELECT = 'rounded-md border border-rule-strong bg-white px-2 py-1 text-[13px]';

const RoleChoice = ({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: Role;
  readonly onChange: (role: Role) => void;
}) => (
  <select
    aria-label={label}
    title={ROLE_WORDS[value]}
    className={SELECT}
    value={value}
    onChange={(e) => {
      const role = ROLES.find((r) => r === e.target.value);
      if (role) onChange(role);
    }}
  >
    {ROLES.map((r) => (
      <option key={r}>{r}</option>
    ))}
  </select>
);

/** The address of an invitation, shown this once, to be sent to its person. */
const Address = ({ name, address }: { readonly name: string; readonly address: string }) => (
  <p role="status" className="mt-3 rounded-md border border-rule-strong bg-pale px-3 py-2 text-[13.5px]">
    Send this address to {name}. It is shown this once, and good once.
    <span className="mt-1.5 flex items-center gap-2">
      <input
        readOnly
        aria-label={`Address for ${name}`}
        value={address}
        onFocus={(e) => e.target.select()}
        className="figures min-w-0 flex-1 rounded-md border border-rule-strong bg-white px-2 py-1 text-[12.5px]"
      />
      <CopyButton text={() => address} className={SMALL_BUTTON} />
    </span>
  </p>
);

const Row = ({
  person,
  isOwn,
  onChange,
  onNewPassword,
}: {
  readonly person: PersonRow;
  readonly isOwn: boolean;
  readonly onChange: (asked: Parameters<typeof changePerson>[0]) => void;
  readonly onNewPassword: () => void;
}) => {
  const { id, name, login, role, isOff, hasCode, sessions, usedAt } = person;
  return (
    <tr className={`border-b border-rule ${isOff ? 'text-second' : ''}`}>
      <td className="py-1.5 pr-4">
        <b>{name}</b> {isOwn && <span className="text-second">(you)</span>}
        <span className="block text-[12.5px] text-second">
          {login}
          {hasCode && ', with a code'}
          {isOff && ', switched off'}
        </span>
      </td>
      <td className="py-1.5 pr-4">
        <RoleChoice label={`Role of ${name}`} value={role} onChange={(to) => onChange({ id, role: to })} />
      </td>
      <td className="py-1.5 pr-4 text-[12.5px]">
        {usedAt ? (
          <>
            <LocalTime at={usedAt} />
            <span className="block text-second">
              {sessions} {sessions === 1 ? 'session' : 'sessions'}
            </span>
          </>
        ) : (
          <span className="text-second">signed out</span>
        )}
      </td>
      <td className="py-1.5 text-right whitespace-nowrap">
        {!isOwn && (
          <span className="inline-flex gap-1.5">
            <button
              type="button"
              className={SMALL_BUTTON}
              disabled={!sessions}
              aria-label={`Sign ${name} out`}
              onClick={() => onChange({ id, signOut: true })}
            >
              Sign out
            </button>
            <button
              type="button"
              className={SMALL_BUTTON}
              aria-label={`New password for ${name}`}
              onClick={onNewPassword}
            >
              New password
            </button>
            <button
              type="button"
              className={SMALL_BUTTON}
              aria-label={`Switch ${name} ${isOff ? 'on' : 'off'}`}
              onClick={() => onChange({ id, isOff: !isOff })}
            >
              {isOff ? 'Switch on' : 'Switch off'}
            </button>
          </span>
        )}
      </td>
    </tr>
  );
};

/** All people of the register, who is invited, and who did what. For owners. */
export const PeopleTable = ({ own }: { readonly own: string }) => {
  const [all, setAll] = useState<People>();
  const [fault, setFault] = useState<string>();
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('drafter');
  const [sent, setSent] = useState<{ readonly name: string; readonly address: string }>();
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    setFault(undefined);
    try {
      await work();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: read once, when the page opens
  useEffect(() => {
    void attempt(async () => setAll(await readPeople()));
  }, []);
  const change = (asked: Parameters<typeof changePerson>[0]): Promise<void> =>
    attempt(async () => setAll(await changePerson(asked)));
  const call = (to: string, asked: Parameters<typeof invite>[0]): Promise<void> =>
    attempt(async () => {
      const { path } = await invite(asked);
      setSent({ name: to, address: `${location.origin}${path}` });
      setAll(await readPeople());
    });
  const add = (e: FormEvent): void => {
    e.preventDefault();
    const to = name.trim();
    void call(to, { name: to, role }).then(() => setName((typed) => (typed.trim() === to ? '' : typed)));
  };
  return (
    <>
      <Section title="People of this register">
        <Fault text={fault} />
        {sent && <Address key={sent.address} {...sent} />}
        <form onSubmit={add} className="mt-3 flex flex-wrap items-center gap-2 text-[13px]">
          <input
            aria-label="Name of who is invited"
            placeholder="Name"
            value={name}
            maxLength={60}
            onChange={(e) => setName(e.target.value)}
            className="w-48 rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px]"
          />
          <span>as</span>
          <RoleChoice label="Role of who is invited" value={role} onChange={setRole} />
          <button type="submit" className={SMALL_BUTTON} disabled={!name.trim()}>
            Invite
          </button>
          <span className="text-second">{ROLE_WORDS[role]}</span>
        </form>
        {all && (
          <table className="mt-3 w-full text-[13.5px] leading-[18px]">
            <thead>
              <tr className="border-b border-rule-strong">
                <th className={HEAD_CELL}>Person</th>
                <th className={HEAD_CELL}>Role</th>
                <th className={HEAD_CELL}>Last here</th>
                <th className={HEAD_CELL}>
                  <span className="sr-only">What can be done</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {all.people.map((p) => (
                <Row
                  key={p.id}
                  person={p}
                  isOwn={p.id === own}
                  onChange={(asked) => void change(asked)}
                  onNewPassword={() => void call(p.name, { person: p.id })}
                />
              ))}
              {all.invitations.map((i) => (
                <tr key={i.id} className="border-b border-rule text-second">
                  <td className="py-1.5 pr-4">
                    {i.name}
                    <span className="block text-[12.5px]">
                      {i.isForPassword ? 'may set the password anew' : 'is invited'} until{' '}
                      <LocalTime at={i.endsAt} />
                    </span>
                  </td>
                  <td className="py-1.5 pr-4">{i.role}</td>
                  <td />
                  <td className="py-1.5 text-right">
                    <button
                      type="button"
                      className={SMALL_BUTTON}
                      aria-label={`Take back the invitation of ${i.name}`}
                      onClick={() =>
                        void attempt(async () => {
                          await takeBack(i.id);
                          setAll(await readPeople());
                        })
                      }
                    >
                      Take back
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Section>
      {all && (
        <Section title="Who did what">
          <div className="mt-2 max-h-64 overflow-y-auto">
            <table className="w-full text-[13px] leading-[18px]">
              <thead>
                <tr className="border-b border-rule-strong">
                  <th className={HEAD_CELL}>When</th>
                  <th className={HEAD_CELL}>Who</th>
                  <th className={HEAD_CELL}>What</th>
                  <th className={HEAD_CELL}>From</th>
                </tr>
              </thead>
              <tbody>
                {all.log.map((l, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: lines of a log have no other name, and are read as one list
                  <tr key={i} className="border-b border-rule">
                    <td className="py-1 pr-4 whitespace-nowrap">
                      <LocalTime at={l.at} />
                    </td>
                    <td className="py-1 pr-4">{l.who}</td>
                    <td className="py-1 pr-4">{l.what}</td>
                    <td className="figures py-1 text-[12px] text-second">{l.address}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Section>
      )}
    </>
  );
};
