// npm run soak -- --kills N [--engine postgres], --rolling, --steady MINUTES: see docs/reliability.md.
import { buildIfChanged, installPackages, run } from './common.mjs';

installPackages();
buildIfChanged();
const given = process.argv.slice(2);
const soak = ['npx', 'tsx', 'testing/soak/main.ts', ...given];
if (given.includes('--rolling')) run('node', ['scripts/withPostgres.mjs', 'npx', 'tsx', 'testing/soak/rolling.ts']);
else if (given.includes('--steady')) {
  const steady = ['npx', 'tsx', 'testing/soak/steady.ts', ...given];
  if (given.includes('postgres')) run('node', ['scripts/withPostgres.mjs', ...steady]);
  else run(steady[0], steady.slice(1));
} else if (given.includes('postgres')) run('node', ['scripts/withPostgres.mjs', ...soak]);
else run(soak[0], soak.slice(1));
