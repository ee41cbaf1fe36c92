import { isPresetName } from '../../../core/sheet/houseRules.ts';
import { rulesName, rulesRequest, usualRequest } from '../../../exchange/houseRules.ts';
import { database } from '../../../server/context.ts';
import {
  forgetHouseRules,
  keepHouseRules,
  listHouseRules,
  setUsualRules,
} from '../../../server/houseRules.ts';
import { Refused, readBody, reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

const listed = async () => listHouseRules(await database());

/** The house rules that were kept under names of their own. */
export const GET = () => reply(listed);

/** Keeps house rules, under their name. */
export const PUT = (request: Request) =>
  reply(async () => {
    const { rules, was } = await readBody(request, rulesRequest);
    if (isPresetName(rules.name))
      throw new Refused(422, `"${rules.name}" is a preset that stays as it is. Give yours another name.`);
    // rules are replaced only by whoever had them open: a name that another window has taken meanwhile is not overwritten
    const isTaken = (await listed()).some((r) => r.rules.name === rules.name && r.rules.name !== was);
    if (isTaken)
      throw new Refused(409, `House rules called "${rules.name}" are there already. Choose another name.`);
    await keepHouseRules(await database(), rules, was);
    return listed();
  });

/** Says which house rules new drawings begin with. */
export const POST = (request: Request) =>
  reply(async () => {
    await setUsualRules(await database(), (await readBody(request, usualRequest)).usual);
    return listed();
  });

/** Forgets house rules. */
export const DELETE = (request: Request) =>
  reply(async () => {
    await forgetHouseRules(await database(), (await readBody(request, rulesName)).name);
    return listed();
  });
