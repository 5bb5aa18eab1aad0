// Mutation of the rules in src/core: all of them, then the wording without its string literals. Prints the score of each
// folder and what survives; ends with 1 where a folder is below the aim. Runs again only what has changed.
import { readFileSync, writeFileSync } from 'node:fs';
import { installPackages, run, say } from './common.mjs';

const aim = 90;
/** Survivors that are named for each folder; the report in .stryker/ has them all. */
const named = 12;

installPackages();
const rules = JSON.parse(readFileSync('stryker.config.json', 'utf8'));
const wording = {
  ...rules,
  mutate: ['src/core/wording/**/*.ts', '!src/core/wording/**/*.test.ts', '!src/core/wording/originalWordings.ts'],
  mutator: { excludedMutations: ['StringLiteral'] },
  incrementalFile: '.stryker/wording.incremental.json',
  jsonReporter: { fileName: '.stryker/wording.json' },
};
const only = process.argv[2];
if (only !== 'wording') run('npx', ['stryker', 'run', 'stryker.config.json']);
if (only !== 'rules') {
  const file = '.stryker-wording.config.json';
  writeFileSync(file, JSON.stringify(wording));
  run('npx', ['stryker', 'run', file]);
}

const killed = new Set(['Killed', 'Timeout']);
const folders = new Map();
for (const report of ['rules', 'wording'].filter((each) => !only || each === only)) {
  const { files } = JSON.parse(readFileSync(`.stryker/${report}.json`, 'utf8'));
  for (const [file, { mutants }] of Object.entries(files)) {
    const folder = file
      .split('/')
      .slice(0, 3)
      .join('/')
      .replace(/\/[^/]+\.ts$/, '');
    const of = folders.get(folder) ?? { killed: 0, all: 0, left: [] };
    for (const { status, location, mutatorName, replacement } of mutants) {
      if (status !== 'Survived' && status !== 'NoCoverage' && !killed.has(status)) continue;
      of.all++;
      if (killed.has(status)) of.killed++;
      else
        of.left.push(
          `${file}:${location.start.line} ${mutatorName} → ${String(replacement).replace(/\s+/g, ' ').slice(0, 60)}`,
        );
    }
    folders.set(folder, of);
  }
}
let below = 0;
for (const [folder, { killed: dead, all, left }] of [...folders].sort()) {
  const score = (100 * dead) / all;
  if (score < aim) below++;
  say(`${score.toFixed(1).padStart(5)} %  ${folder}  (${dead} of ${all})`);
  if (process.argv.includes('--left')) for (const each of left.slice(0, named)) say(`         ${each}`);
}
process.exit(below > 0 ? 1 : 0);
