// npm run bench: ratios against a floor measured in the same run.
import { buildIfChanged, installPackages, run } from './common.mjs';

installPackages();
buildIfChanged();
run('npx', ['tsx', 'bench/main.ts']);
