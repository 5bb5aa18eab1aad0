// The picture of who imports whom, in docs/architecture.md, made from the imports: `npm run picture`; `--check` fails
// where it is not as they are.
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { root } from './common.mjs';

const file = `${root}docs/architecture.md`;
const [begins, ends] = ['<!-- picture -->\n', '<!-- end of the picture -->'];

const cruised = execFileSync(
  'npx',
  ['depcruise', 'src', '--no-progress', '--no-config', '--ts-config', 'tsconfig.json', '--ts-pre-compilation-deps']
    .concat(['--include-only', '^src/', '--exclude', '\\.test\\.|env\\.d\\.ts|middleware|application|main\\.ts'])
    .concat(['--collapse', '^src/[^/]+', '--output-type', 'json']),
  { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'], maxBuffer: 1e8 },
);
const nameOf = (path) => path.replace(/^src\//, '').replace(/\.ts$/, '');
const arrows = JSON.parse(cruised).modules.flatMap(({ source, dependencies }) =>
  dependencies.map(({ resolved }) => `  ${nameOf(source)} --> ${nameOf(resolved)}`),
);
/** Astro's files are read here: the tool knows none. */
const ofAstro = readdirSync(`${root}src`, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.astro'))
  .flatMap((name) => {
    const imports = readFileSync(`${root}src/${name}`, 'utf8').matchAll(/from '([#.][^']+)'/g);
    const areas = [...imports].map(([, spec]) => (spec.startsWith('#') ? spec.slice(1) : join(dirname(name), spec)));
    return areas.map((path) => [name, path].map((each) => each.split('/')[0]));
  })
  .filter(([from, to]) => from !== to)
  .map(([from, to]) => `  ${from} --> ${to}`);
const picture = ['```mermaid', 'flowchart TD', ...[...new Set([...arrows, ...ofAstro])].sort(), '```', ''].join('\n');

const text = readFileSync(file, 'utf8');
const [before, rest] = text.split(begins);
const [, after] = rest.split(ends);
const drawn = `${before}${begins}\n${picture}\n${ends}${after}`;
if (process.argv.includes('--check')) {
  if (drawn !== text) {
    console.error('docs/architecture.md shows other imports than there are: npm run picture');
    process.exit(1);
  }
} else writeFileSync(file, drawn);
