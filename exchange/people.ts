import * as z from 'zod';

import { type Person, ROLES, type Role, SHORTEST_PASSWORD } from './roles.ts';

const id = z.string().regex(/^[\w-]{1,100}$/);
/** The most that is typed as a name. */
const NAME = 60;
const name = z
  .string()
  .trim()
  .min(1, { error: 'needs a name' })
  .max(NAME, { error: `has more than ${NAME} letters` });
/** What one signs in with. Capitals and small letters are the same. */
const login = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[\p{L}\p{N}._@+-]{2,80}$/u, {
    error: 'needs 2 to 80 letters, figures or . _ @ + - and no spaces',
  });

const LONGEST_PASSWORD = 200;
const newPassword = z
  .string()
  .min(SHORTEST_PASSWORD, {
    error: `needs at least ${SHORTEST_PASSWORD} characters: four words that do not belong together are easy to remember`,
  })
  .max(LONGEST_PASSWORD, { error: `has more than ${LONGEST_PASSWORD} characters` });
const password = z.string().min(1, { error: 'is empty' }).max(LONGEST_PASSWORD);
/** Six figures that change every half minute. */
const code = z
  .string()
  .transform((t) => t.replace(/\s/g, ''))
  .pipe(z.string().regex(/^\d{6}$/, { error: 'needs six figures' }));

/** A recovery code, as it is typed: in groups or not, in capitals or not. */
const recoveryCode = z
  .string()
  .transform((t) => t.replace(/[\s-]/g, '').toUpperCase())
  .pipe(z.string().regex(/^[A-Z2-7]{16}$/));

export const signInRequest = z.strictObject({
  login,
  password,
  code: z
    .union([code, recoveryCode], {
      error: 'needs the six figures of the telephone, or a recovery code of sixteen letters and figures',
    })
    .optional(),
});
/** What a sign-in is answered with where the password was right. */
export type SignedIn = { readonly done: true } | { readonly needsCode: true };

/** The secret part of an invitation's address. */
export const invitationToken = z.string().regex(/^[\w-]{20,100}$/);
export const joinRequest = z.union([
  z.strictObject({ token: invitationToken, login, name, password: newPassword }),
  // one that was sent to somebody who has an account sets their password anew
  z.strictObject({ token: invitationToken, password: newPassword }),
]);
export const inviteRequest = z.union([
  z.strictObject({ role: z.enum(ROLES), name }),
  z.strictObject({ person: id }),
]);
export const endInvitationRequest = z.strictObject({ id });
export const personRequest = z.union([
  z.strictObject({ id, role: z.enum(ROLES) }),
  z.strictObject({ id, isOff: z.boolean() }),
  z.strictObject({ id, signOut: z.literal(true) }),
]);
export const passwordRequest = z.strictObject({ password, next: newPassword });
export const codeRequest = z.union([
  z.strictObject({ doing: z.literal('begin'), password }),
  z.strictObject({ doing: z.literal('confirm'), code }),
  z.strictObject({ doing: z.literal('renew'), password }),
  z.strictObject({ doing: z.literal('end'), password }),
]);
export const shareRequest = z.strictObject({
  person: id,
  /** what the person may do with the drawing; nothing takes it back */
  may: z.enum(['read', 'change']).nullable(),
});

/** A person as the owner sees them; times are ISO 8601. */
export type PersonRow = Person & {
  readonly login: string;
  readonly isOff: boolean;
  readonly hasCode: boolean;
  /** the last time that one of their sessions was used; null where none is open */
  readonly usedAt: string | null;
  readonly sessions: number;
};
export type InvitationRow = {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** it sets a password anew, and makes no account */
  readonly isForPassword: boolean;
  readonly endsAt: string;
};
/** A line of the access log. */
export type AccessRow = {
  readonly at: string;
  readonly who: string;
  readonly address: string;
  readonly what: string;
};
export type People = {
  readonly people: readonly PersonRow[];
  readonly invitations: readonly InvitationRow[];
  readonly log: readonly AccessRow[];
};
/** A session of the person who asks. */
export type SessionRow = {
  readonly browser: string;
  readonly address: string;
  readonly begunAt: string;
  readonly usedAt: string;
  readonly isThis: boolean;
};
export type Account = Person & {
  readonly login: string;
  readonly hasCode: boolean;
  /** recovery codes that are not used yet */
  readonly recoveryCodes: number;
  readonly sessions: readonly SessionRow[];
};
/** With whom a drawing is shared, and with whom it can be. */
export type Shares = {
  readonly madeBy: string | null;
  readonly people: readonly (Person & {
    /** by their role, or because they made it */
    readonly own: 'read' | 'change' | null;
    readonly shared: 'read' | 'change' | null;
  })[];
};
