import { isPresetName } from '../../../core/sheet/houseRules.ts';
import { rulesName, rulesRequest, usualRequest } from '../../../exchange/houseRules.ts';
import {
  forgetHouseRules,
  keepHouseRules,
  listHouseRules,
  setUsualRules,
} from '../../../server/houseRules.ts';
import { Refused, readBody, reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

/** The house rules that were kept under names of their own. */
export const GET = (request: Request) => reply(request, 'signed in', ({ db }) => listHouseRules(db));

/** Keeps house rules, under their name. */
export const PUT = (request: Request) =>
  reply(request, 'keep rules', async ({ db }) => {
    const { rules, was } = await readBody(request, rulesRequest);
    if (isPresetName(rules.name))
      throw new Refused(422, `"${rules.name}" is a preset that stays as it is. Give yours another name.`);
    // rules are replaced only by whoever had them open: a name that another window has taken meanwhile is not overwritten
    const isTaken = (await listHouseRules(db)).some(
      (r) => r.rules.name === rules.name && r.rules.name !== was,
    );
    if (isTaken)
      throw new Refused(409, `House rules called "${rules.name}" are there already. Choose another name.`);
    await keepHouseRules(db, rules, was);
    return listHouseRules(db);
  });

/** Says which house rules new drawings begin with. */
export const POST = (request: Request) =>
  reply(request, 'keep rules', async ({ db }) => {
    await setUsualRules(db, (await readBody(request, usualRequest)).usual);
    return listHouseRules(db);
  });

/** Forgets house rules. */
export const DELETE = (request: Request) =>
  reply(request, 'keep rules', async ({ db }) => {
    await forgetHouseRules(db, (await readBody(request, rulesName)).name);
    return listHouseRules(db);
  });
