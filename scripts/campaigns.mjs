// Runs Jest with all random cases of its tests; npm test tries a share of them (tests/campaign.ts).
import { packages, run, say } from './steps.mjs';

await packages();
say('Jest with all of its random cases ...');
process.exit(
  await run(
    process.execPath,
    ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', ...process.argv.slice(2)],
    { BLUE_LEDGER_WHOLE: '1' },
  ),
);
