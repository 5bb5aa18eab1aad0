import { expect } from 'chai';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';

/** docs/architecture.md: who may import whom. A package is named whole, a file of another area by its path. */
const allowed: Record<string, { areas: string[]; packages: RegExp }> = {
  core: { areas: ['core'], packages: /^(?!)/ },
  contracts: { areas: ['contracts', 'core'], packages: /^zod$/ },
  server: { areas: ['server', 'contracts', 'core'], packages: /./ },
  world: { areas: ['world', 'core', 'contracts/core', 'server/ports'], packages: /./ },
  islands: {
    areas: ['islands', 'theme', 'contracts', 'core'],
    packages: /^(?!node:|drizzle|pg$|@electric|better-auth|nodemailer|mailparser|astro)/,
  },
  theme: { areas: ['theme'], packages: /^@mantine/ },
  layouts: { areas: ['layouts', 'theme', 'islands', 'core'], packages: /^@(fontsource|mantine)/ },
  pages: {
    areas: ['islands', 'layouts', 'contracts', 'core', 'server/http', 'server/queries', 'server/files', 'compose'],
    packages: /^(astro|zod)/,
  },
  cli: { areas: ['cli', 'compose', 'server', 'contracts', 'core'], packages: /^(node:|zod)/ },
  demo: { areas: ['demo', 'compose', 'server', 'world', 'core'], packages: /^(node:|tsx\/|pure-rand|drizzle-orm)/ },
};
/** These few know everybody, or stand outside the areas. */
const free = new Set(['application.ts', 'compose.ts', 'main.ts', 'middleware.ts', 'env.d.ts', 'architecture.test.ts']);

const root = new URL('.', import.meta.url).pathname;
const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
  (file) => /\.(ts|tsx|astro)$/.test(file) && !/\.test\.tsx?$/.test(file) && !free.has(file),
);

function importsOf(file: string): string[] {
  const text = readFileSync(join(root, file), 'utf8');
  const found = text.matchAll(
    /(?:^|\n)\s*(?:import|export)\s(?:[^'"`;]*?\sfrom\s)?['"]([^'"]+)['"]|import\(\s*['"]([^'"]+)['"]\s*\)/g,
  );
  return [...found].map((match) => (match[1] ?? match[2])!);
}

/** The path of our own file under src, or null for a package. */
function ownPath(file: string, name: string): string | null {
  if (name.startsWith('#')) return name.slice(1);
  return name.startsWith('.') ? relative('.', join(dirname(file), name)) : null;
}

/** What a route has for the server alone: its contract would reach the browser with it. */
const forServer = /^contracts\/routes\/.*\.server$|^contracts\/routes\/served$/;

/** A subject has the same folder name in every layer: a newcomer who knows the one knows the other. */
const subjects = [
  'bookings',
  'checkout',
  'clientPage',
  'payments',
  'paymentMethods',
  'paymentRequests',
  'closeout',
  'claims',
  'returns',
  'courtesies',
  'disputes',
  'quotes',
  'agreements',
  'invoices',
  'credit',
  'catalogue',
  'places',
  'clients',
  'messages',
  'books',
  'settings',
  'auth',
  'people',
  'failures',
  'standIns',
];
/** Folders of a layer that belong to no subject. */
const besides: Record<string, readonly string[]> = {
  core: [
    // the computations of its stair
    ...['money', 'calendar', 'price', 'terms', 'plan', 'hold', 'position', 'cancellation', 'fee', 'consent'],
    // what all subjects share: how facts are kept, the jobs that follow from them, sentences
    ...['factCodec', 'jobs', 'wording'],
  ],
  contracts: ['routes', 'core', 'fields'],
  'server/usecases': [],
  'server/queries': [],
  islands: ['format', 'parts', 'shell'],
};

describe('the table of imports', () => {
  it('has read the sources', () => expect(files.length).to.be.greaterThan(150));
  for (const [area, rule] of Object.entries(allowed)) {
    it(`${area} imports only what it may`, () => {
      const wrong = files
        .filter((file) => file.startsWith(`${area}/`))
        .flatMap((file) =>
          importsOf(file)
            .filter((name) => {
              const path = ownPath(file, name);
              if (path === null) return !rule.packages.test(name);
              if (path.startsWith('../')) return !path.endsWith('package.json');
              return !rule.areas.some(
                (each) =>
                  path === each || path.startsWith(`${each}/`) || (each === 'server/ports' && path === 'server/ports'),
              );
            })
            .map((name) => `${file} → ${name}`),
        );
      expect(wrong).to.deep.equal([]);
    });
  }
  it('no page of the browser reaches what a route has for the server alone', () => {
    const wrong = files
      .filter((file) => /^(islands|theme|layouts|core)\//.test(file) || /^contracts\/(?!.*\.server\.ts$)/.test(file))
      .flatMap((file) =>
        importsOf(file)
          .filter((name) => forServer.test(ownPath(file, name) ?? ''))
          .map((name) => `${file} → ${name}`),
      );
    expect(wrong).to.deep.equal([]);
  });
  for (const [layer, others] of Object.entries(besides)) {
    it(`the folders of ${layer} are named after subjects`, () => {
      const folders = files.flatMap((file) =>
        file.startsWith(`${layer}/`) ? (/^([^/]+)\//.exec(file.slice(layer.length + 1))?.[1] ?? []) : [],
      );
      const known = [...subjects, ...others];
      expect(folders.length).to.be.greaterThan(0);
      expect([...new Set(folders)].filter((folder) => !known.includes(folder))).to.deep.equal([]);
    });
  }
  it('a use case and a query stand in the folder of their subject', () => {
    const ofNone = files.filter((file) => /^server\/(usecases|queries)\/[^/]+$/.test(file));
    expect(ofNone.sort()).to.deep.equal(['server/queries/queries.ts']);
  });
  it('a comment that names a rule of money names a page that is there, with that rule', () => {
    const named = files.flatMap((file) =>
      [...readFileSync(join(root, file), 'utf8').matchAll(/docs\/rules\/(\w+)\.md(?:,\s+(?:\* )?rule (\d+))?/g)].map(
        ([, page, rule]) => ({ file, page: page!, rule }),
      ),
    );
    expect(named.length).to.be.greaterThan(40);
    const wrong = named.filter(({ page, rule }) => {
      const path = join(root, '..', 'docs', 'rules', `${page}.md`);
      return !existsSync(path) || (rule && !new RegExp(`^${rule}\\. `, 'm').test(readFileSync(path, 'utf8')));
    });
    expect(wrong).to.deep.equal([]);
  });
  it('every file belongs to an area', () => {
    const areas = Object.keys(allowed);
    expect(files.filter((file) => !areas.some((area) => file.startsWith(`${area}/`)))).to.deep.equal([]);
  });
});
