import type { Drawing } from '../../core/drawing/drawing.ts';
import { sameData } from '../../core/number/sameData.ts';
import { mayEverywhere, type Person } from '../../exchange/roles.ts';
import type { Database } from '../../server/queries.ts';
import { readKept } from '../../server/store.ts';
import { Refused } from './reply.ts';

/** Refuses whoever may not issue. */
export const mayIssue = (person: Person): void => {
  if (!mayEverywhere(person.role, 'check'))
    throw new Refused(
      403,
      'Only a checker or an owner issues sheets and withdraws them. Hand it over to be checked.',
    );
};

/**
 * Refuses a change that marks a drawing as checked where the person may not do that, or does it in another's name. One that was checked
 * before the change stays as it is.
 */
export const mayStandAs = async (db: Database, person: Person, id: string, next: Drawing): Promise<void> => {
  if (next.state?.is !== 'checked' || !person.id) return;
  const { drawing } = await readKept(db, id);
  if (sameData(drawing.state, next.state)) return;
  if (!mayEverywhere(person.role, 'check'))
    throw new Refused(
      403,
      'Only a checker or an owner marks a drawing as checked. Hand it over to be checked.',
    );
  if (next.state.by !== person.name)
    throw new Refused(403, `You check in your own name: fill in ${person.name} as the checker.`);
};
