import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import { demoData, dropData } from './server.ts';

/** A server that others reach, started as the README says. */
export type SharedServer = {
  /** as another machine names it */
  readonly address: string;
  /** where the first owner's account is made; undefined where there is an owner */
  readonly invitation: string | undefined;
  readonly data: string;
  readonly end: () => Promise<void>;
};

/** An address of this machine that is not its own name for itself; on a machine without a network there is only that. */
export const outerAddress = (): string =>
  Object.values(networkInterfaces())
    .flat()
    .find((i) => i && !i.internal && i.family === 'IPv4')?.address ?? '127.0.0.1';

/** A certificate of its own for a server, made anew in a folder. */
export const ownCertificate = (folder: string): { BLUE_LEDGER_CERT: string; BLUE_LEDGER_KEY: string } => {
  const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
  const request = ['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes'];
  execFileSync(
    'openssl',
    [...request, '-subj', '/CN=skerrow-point', '-days', '2', '-keyout', key, '-out', cert],
    {
      stdio: 'ignore',
    },
  );
  return { BLUE_LEDGER_CERT: cert, BLUE_LEDGER_KEY: key };
};

let nextPort = 4390;

/** @param data a folder that is there; a fresh one with the demo drawings where missing */
export const startShared = async (
  environment: Record<string, string> = {},
  data = demoData(),
): Promise<SharedServer> => {
  const port = nextPort++ + 20 * Number(process.env.TEST_PARALLEL_INDEX ?? 0);
  const child: ChildProcess = spawn(process.execPath, ['scripts/demo.mjs'], {
    env: {
      ...process.env,
      DATABASE_URL: '',
      HOST: '0.0.0.0',
      PORT: String(port),
      BLUE_LEDGER_DATA: data,
      ...environment,
    },
  });
  let said = '';
  const read = (part: Buffer): void => {
    said += part;
  };
  child.stdout?.on('data', read);
  child.stderr?.on('data', read);
  const started = Date.now();
  let ready: RegExpExecArray | null = null;
  while (!ready) {
    if (child.exitCode !== null || Date.now() - started > 90_000)
      throw new Error(`The server did not start. It said: ${said}`);
    await new Promise((done) => setTimeout(done, 100));
    ready = /Blue Ledger is at (https?):\/\/\S+:(\d+)/.exec(said);
  }
  const [, scheme, own] = ready;
  const address = `${scheme}://${outerAddress()}:${own}`;
  const path = /\/invitation\/[\w-]+/.exec(said)?.[0];
  return {
    address,
    invitation: path && `${address}${path}`,
    data,
    end: async () => {
      const gone = once(child, 'exit');
      child.kill('SIGTERM');
      await gone;
      dropData(data);
    },
  };
};

/** The password of everybody in these tests. */
export const PASSWORD = 'seven stairs of kelp';

/** A browser of its own, in which a person takes up an invitation. */
export const joinBy = async (
  browser: Browser,
  invitation: string,
  login: string,
  name: string,
): Promise<Page> => {
  const context = await browser.newContext({ ignoreHTTPSErrors: true });
  const page = await context.newPage();
  await page.goto(invitation);
  await page.getByLabel('Your name').fill(name);
  await page.getByLabel('Name to sign in with').fill(login);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Make the account' }).click();
  await page.getByRole('heading', { name: 'Register', exact: true }).waitFor();
  return page;
};
