'use client';
import { useState } from 'react';
import { EntryForm, Field } from '../EntryForm.tsx';
import { signIn } from '../people/peopleCalls.ts';

/** Where one goes after signing in: a page of this program, never another address. */
const pageOf = (to: string | undefined): string => (to && /^\/(?![/\\])/.test(to) ? to : '/');

/** Name and password, and a code where the account asks for one. */
export const SignInForm = ({ to }: { readonly to: string | undefined }) => {
  const [typed, setTyped] = useState<{ readonly login: string; readonly password: string }>();
  const send = async (fields: Record<string, string>): Promise<void> => {
    const { login = '', password = '', code } = fields;
    const asked = typed ?? { login, password };
    const answer = await signIn({ ...asked, code });
    if ('needsCode' in answer) setTyped(asked);
    // a whole new page: nothing of whoever was here before stays in this one
    else location.assign(pageOf(to));
  };
  return typed ? (
    <EntryForm key="code" button="Sign in" onSend={send}>
      <Field
        label="Code"
        name="code"
        autoComplete="one-time-code"
        isFirst
        hint="Six figures, from the telephone that holds your key. Without the telephone: one of your recovery codes."
      />
    </EntryForm>
  ) : (
    <EntryForm key="password" button="Sign in" onSend={send}>
      <Field label="Name to sign in with" name="login" autoComplete="username" isFirst />
      <Field label="Password" name="password" type="password" autoComplete="current-password" />
    </EntryForm>
  );
};
