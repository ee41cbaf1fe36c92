import type { Account, InvitationRow, People, Shares, SignedIn } from '../../exchange/people.ts';
import type { Role } from '../../exchange/roles.ts';
import { answered, send, sendJson } from '../serverCalls.ts';

/** What the pages of accounts ask of the server. Each answers, or throws an error whose message is a sentence. */
export const signIn = (fields: {
  readonly login: string;
  readonly password: string;
  readonly code?: string | undefined;
}): Promise<SignedIn> => answered(sendJson('/api/sign-in', 'POST', fields));
export const signOut = (): Promise<unknown> => answered(sendJson('/api/sign-out', 'POST', {}));
export const join = (fields: {
  readonly token: string;
  readonly login?: string;
  readonly name?: string;
  readonly password: string;
}): Promise<unknown> => answered(sendJson('/api/join', 'POST', fields));

export const readPeople = (): Promise<People> => answered(send('/api/people', 'GET'));
export const changePerson = (
  asked:
    | { readonly id: string; readonly role: Role }
    | { readonly id: string; readonly isOff: boolean }
    | { readonly id: string; readonly signOut: true },
): Promise<People> => answered(sendJson('/api/people', 'PATCH', asked));
/** Invites somebody, or lets a person set the password anew. @returns the path of the invitation, which is told this once */
export const invite = (
  asked: { readonly name: string; readonly role: Role } | { readonly person: string },
): Promise<{ readonly path: string; readonly invitations: readonly InvitationRow[] }> =>
  answered(sendJson('/api/people/invitations', 'POST', asked));
export const takeBack = (id: string): Promise<{ readonly invitations: readonly InvitationRow[] }> =>
  answered(sendJson('/api/people/invitations', 'DELETE', { id }));

export const readAccount = (): Promise<Account> => answered(send('/api/account', 'GET'));
export const changePassword = (password: string, next: string): Promise<unknown> =>
  answered(sendJson('/api/account/password', 'PUT', { password, next }));
export const beginCode = (password: string): Promise<{ readonly key: string; readonly address: string }> =>
  answered(sendJson('/api/account/code', 'PUT', { doing: 'begin', password }));
type RecoveryCodes = { readonly recoveryCodes: readonly string[] };
export const confirmCode = (code: string): Promise<RecoveryCodes> =>
  answered(sendJson('/api/account/code', 'PUT', { doing: 'confirm', code }));
export const renewRecoveryCodes = (password: string): Promise<RecoveryCodes> =>
  answered(sendJson('/api/account/code', 'PUT', { doing: 'renew', password }));
export const endCode = (password: string): Promise<unknown> =>
  answered(sendJson('/api/account/code', 'PUT', { doing: 'end', password }));
export const endOtherSessions = (): Promise<Account> => answered(send('/api/account/sessions', 'DELETE'));

const sharesAddress = (id: string): string => `/api/drawings/${encodeURIComponent(id)}/shares`;
export const readShares = (id: string): Promise<Shares> => answered(send(sharesAddress(id), 'GET'));
export const setShare = (id: string, person: string, may: 'read' | 'change' | null): Promise<Shares> =>
  answered(sendJson(sharesAddress(id), 'PUT', { person, may }));
