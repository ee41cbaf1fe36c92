'use client';
import { SHORTEST_PASSWORD } from '../../../exchange/roles.ts';
import { EntryForm, Field } from '../../EntryForm.tsx';
import { join } from '../../people/peopleCalls.ts';

const Password = ({ isFirst = false }: { readonly isFirst?: boolean }) => (
  <Field
    label="Password"
    name="password"
    type="password"
    autoComplete="new-password"
    isFirst={isFirst}
    hint={`At least ${SHORTEST_PASSWORD} characters. Four words that do not belong together are easy to remember.`}
  />
);

/** Makes an account from an invitation, or sets its password anew where there is one. */
export const JoinForm = ({
  token,
  name,
  hasAccount,
}: {
  readonly token: string;
  readonly name: string;
  readonly hasAccount: boolean;
}) =>
  hasAccount ? (
    <EntryForm
      button="Set the password"
      onSend={async ({ password = '' }) => {
        await join({ token, password });
        location.assign('/');
      }}
    >
      <Password isFirst />
    </EntryForm>
  ) : (
    <EntryForm
      button="Make the account"
      onSend={async ({ login = '', name: own = '', password = '' }) => {
        await join({ token, login, name: own, password });
        location.assign('/');
      }}
    >
      <Field
        label="Your name"
        name="name"
        autoComplete="name"
        value={name}
        isFirst
        hint="As it stands in the Daybook, beside what you check and issue."
      />
      <Field
        label="Name to sign in with"
        name="login"
        autoComplete="username"
        hint="Short, without spaces; capitals and small letters are the same."
      />
      <Password />
    </EntryForm>
  );
