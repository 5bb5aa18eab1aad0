// Mutation of the rules in src/core, folder by folder: `npm run mutation`, or `npm run mutation -- cancellation change`.
// Prints the score of each folder as it is known, and what survives; ends with 1 where one is below the aim. What has not
// changed since the last run is not run again (.stryker/). Wording is mutated without its string literals.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { installPackages, run, say } from './common.mjs';

const aim = 90;
/** Survivors that are named for each folder; the report in .stryker/ has them all. */
const named = 15;
/** Tables that are copied from elsewhere, and texts. */
const left = ['calendar/zoneNames.ts', 'money/currencyTable.ts', 'wording/originalWordings.ts'];

installPackages();
const base = JSON.parse(readFileSync('stryker.config.json', 'utf8'));
const all = readdirSync('src/core', { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && entry.name !== 'fixtures')
  .map(({ name }) => name);
const wanted = process.argv.slice(2);
mkdirSync('.stryker', { recursive: true });

const killed = new Set(['Killed', 'Timeout']);
let below = 0;
for (const folder of wanted.length > 0 ? wanted : all) {
  const report = `.stryker/${folder}.json`;
  const file = `.stryker-${folder}.config.json`;
  const config = {
    ...base,
    mutate: [
      `src/core/${folder}/**/*.ts`,
      `!src/core/${folder}/**/*.test.ts`,
      ...left.map((name) => `!src/core/${name}`),
    ],
    ...(folder === 'wording' ? { mutator: { excludedMutations: ['StringLiteral'] } } : {}),
    incrementalFile: `.stryker/${folder}.incremental.json`,
    jsonReporter: { fileName: report },
  };
  writeFileSync(file, JSON.stringify(config));
  run('npx', ['stryker', 'run', file, '--logLevel', 'error']);
  const mutants = Object.entries(JSON.parse(readFileSync(report, 'utf8')).files).flatMap(([name, { mutants }]) =>
    mutants.map((mutant) => ({ ...mutant, name })),
  );
  const counted = mutants.filter(
    ({ status }) => killed.has(status) || status === 'Survived' || status === 'NoCoverage',
  );
  const living = counted.filter(({ status }) => !killed.has(status));
  const score = counted.length === 0 ? 100 : (100 * (counted.length - living.length)) / counted.length;
  if (score < aim) below++;
  say(`${score.toFixed(1).padStart(5)} %  src/core/${folder}  (${living.length} of ${counted.length} live)`);
  for (const { name, location, mutatorName, replacement } of living.slice(0, named))
    say(
      `         ${name}:${location.start.line} ${mutatorName} → ${String(replacement).replace(/\s+/g, ' ').slice(0, 70)}`,
    );
}
process.exit(below > 0 ? 1 : 0);
