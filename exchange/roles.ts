/** What a person is in the workshop or the school, from the most to the least. */
export const ROLES = ['owner', 'drafter', 'checker', 'reader', 'student'] as const;
export type Role = (typeof ROLES)[number];

/** What a role may do everywhere; what one drawing is shared for comes on top. */
export type Right =
  /** reads every drawing */
  | 'read all'
  /** changes every drawing */
  | 'change all'
  /** makes drawings of its own, and may do with them what it likes */
  | 'make'
  /** marks drawings as checked, issues them and withdraws issues */
  | 'check'
  /** keeps house rules and measured printers */
  | 'keep rules'
  /** invites people, gives roles, saves backups and brings them back */
  | 'run';

const RIGHTS: Record<Role, readonly Right[]> = {
  owner: ['read all', 'change all', 'make', 'check', 'keep rules', 'run'],
  drafter: ['read all', 'change all', 'make', 'keep rules'],
  checker: ['read all', 'change all', 'make', 'check', 'keep rules'],
  reader: ['read all'],
  student: ['make'],
};
export const mayEverywhere = (role: Role, right: Right): boolean => RIGHTS[role].includes(right);

/** What each role is for, in a line. */
export const ROLE_WORDS: Record<Role, string> = {
  owner: 'does everything, invites people and keeps backups',
  drafter: 'draws: reads and changes every drawing',
  checker: 'draws, marks drawings as checked and issues them',
  reader: 'reads and prints every drawing, changes none',
  student: 'has drawings of their own and the practice room; sees others only where they are shared',
};

/** A password has at least so many characters: its length is what makes it hard to guess. */
export const SHORTEST_PASSWORD = 12;

/** Who is signed in. */
export type Person = { readonly id: string; readonly name: string; readonly role: Role };
/** The person at a server that only this machine reaches: may do everything, and has no name. */
export const ONE_PERSON: Person = { id: '', name: '', role: 'owner' };
