// npm run bench: ratios against a floor measured in the same run.
import { existsSync } from 'node:fs';
import { buildIfChanged, installPackages, run } from './common.mjs';

installPackages();
buildIfChanged();
const [what] = process.argv.slice(2);
// As it serves: React checks at each element whether it is used rightly, where nobody says so.
if (what === 'scale' || what === 'agenda') process.env.NODE_ENV = 'production';
// The views at three sizes; up to 100,000 bookings where Debian's PostgreSQL is there.
if (what === 'scale') {
  if (!existsSync('.demo-shots')) run('node', ['scripts/shots.mjs']);
  const scale = ['npx', 'tsx', 'bench/scale/main.ts'];
  if (existsSync('/usr/lib/postgresql')) run('node', ['scripts/withPostgres.mjs', ...scale]);
  else run(scale[0], scale.slice(1));
} else if (what === 'agenda') run('node', ['scripts/withPostgres.mjs', 'npx', 'tsx', 'bench/agenda.ts']);
else if (what === 'owner') {
  if (!existsSync('.demo-shots')) run('node', ['scripts/shots.mjs']);
  run('npx', ['tsx', 'bench/owner.ts']);
} else if (what === 'doors') {
  if (!existsSync('.demo-shots')) run('node', ['scripts/shots.mjs']);
  run('npx', ['tsx', 'bench/doors.ts']);
} else run('npx', ['tsx', 'bench/main.ts']);
