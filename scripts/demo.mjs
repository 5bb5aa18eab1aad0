// The demo: packages, build and data are made where they are missing, then the server starts.
import { existsSync, rmSync, writeFileSync } from 'node:fs';
import { buildIfChanged, checkSettings, installPackages, run, say, serve } from './common.mjs';

installPackages();
await checkSettings({ ...process.env, DATABASE_URL: '' });
buildIfChanged();
const directory = process.env.OSTENDO_DATA ?? '.demo';
const ready = `${directory}/demo-ready`;
if (process.argv.includes('--fresh') || !existsSync(ready)) {
  say('Making the demo data (about a minute)…');
  if (existsSync(directory) && !existsSync(ready) && !existsSync(`${directory}/postgres`)) {
    say(`${directory} holds something else; give the demo another directory with OSTENDO_DATA.`);
    process.exit(1);
  }
  rmSync(directory, { recursive: true, force: true });
  run('npx', ['tsx', 'src/demo/main.ts'], { NODE_ENV: 'production', OSTENDO_DATA: directory, DATABASE_URL: '' });
  writeFileSync(ready, new Date().toISOString());
}
const { address } = await serve({ ...process.env, OSTENDO_DATA: directory, OSTENDO_DEMO: '1', DATABASE_URL: '' });
say(
  `\nOstendo's demo is at ${address}\nOne click signs you in. Ctrl C stops it; npm run demo -- --fresh begins its data again.`,
);
