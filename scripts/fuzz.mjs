// npm run fuzz [-- --requests N --seed S]: malformed requests over every page and endpoint.
import { spawnSync } from 'node:child_process';
import { buildIfChanged, installPackages } from './common.mjs';

installPackages();
buildIfChanged();
const { status } = spawnSync('npx', ['tsx', 'testing/fuzz/main.ts', ...process.argv.slice(2)], { stdio: 'inherit' });
process.exit(status ?? 1);
