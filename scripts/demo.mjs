// The demo: packages, build and data are made where they are missing, then the server starts.
import { existsSync, rmSync, writeFileSync } from 'node:fs';
import { buildIfChanged, checkSettings, installPackages, run, say, serve } from './common.mjs';

const at = process.argv.indexOf('--years');
const years = at < 0 ? 0 : Number(process.argv[at + 1]);
if (!Number.isInteger(years) || years < 0 || years > 10) {
  say('--years wants a whole number from 0 to 10.');
  process.exit(2);
}

installPackages();
await checkSettings({ ...process.env, DATABASE_URL: '' });
buildIfChanged();
// One with years of before is another demo.
const directory = process.env.OSTENDO_DATA ?? (years > 0 ? `.demo-years/${years}` : '.demo');
const ready = `${directory}/demo-ready`;
if (process.argv.includes('--fresh') || !existsSync(ready)) {
  say(`Making the demo data (${years > 2 ? 'some minutes' : years > 0 ? 'about two minutes' : 'about a minute'})…`);
  if (existsSync(directory) && !existsSync(ready) && !existsSync(`${directory}/postgres`)) {
    say(`${directory} holds something else; give the demo another directory with OSTENDO_DATA.`);
    process.exit(1);
  }
  rmSync(directory, { recursive: true, force: true });
  run(process.execPath, ['dist/server/makeDemo.mjs', '--years', String(years)], {
    NODE_ENV: 'production',
    // A thousand lines of what was carried out would hide how far it is.
    OSTENDO_LOG: process.env.OSTENDO_LOG ?? 'warn',
    OSTENDO_DATA: directory,
    DATABASE_URL: '',
  });
  writeFileSync(ready, new Date().toISOString());
}
const { address } = await serve({ ...process.env, OSTENDO_DATA: directory, OSTENDO_DEMO: '1', DATABASE_URL: '' });
say(
  `\nOstendo's demo is at ${address}\nOne click signs you in. Ctrl C stops it; npm run demo -- --fresh begins its data again, --years 2 puts two years before it.`,
);
