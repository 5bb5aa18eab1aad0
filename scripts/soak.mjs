// npm run soak -- --kills N [--engine postgres]: random use, a misbehaving world, and kill -9; see docs/reliability.md.
import { buildIfChanged, installPackages, run } from './common.mjs';

installPackages();
buildIfChanged();
const given = process.argv.slice(2);
const soak = ['npx', 'tsx', 'testing/soak/main.ts', ...given];
if (given.includes('--rolling')) run('node', ['scripts/withPostgres.mjs', 'npx', 'tsx', 'testing/soak/rolling.ts']);
else if (given.includes('postgres')) run('node', ['scripts/withPostgres.mjs', ...soak]);
else run(soak[0], soak.slice(1));
