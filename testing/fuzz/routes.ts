import { readdirSync, readFileSync } from 'node:fs';
import { z } from 'zod';

export type Route = {
  /** As Astro has it, with `[name]` where anything may stand. */
  readonly path: string;
  readonly methods: readonly string[];
  /** The JSON schema of what its contract takes, where it has one. */
  readonly schema: object | null;
};

const pages = new URL('../../src/pages/', import.meta.url).pathname;

const pathOf = (file: string): string =>
  `/${file.replace(/\.(ts|astro)$/, '').replace(/(^|\/)index$/, '')}`.replace(/(.)\/$/, '$1');

/** The contract that an endpoint names as the first argument of whatever makes it, found by its import. */
async function schemaIn(text: string): Promise<object | null> {
  const name = /(?:endpoint|Endpoint|readingQuery)(?:<[^(]*>)?\(\s*([A-Z]\w+)/.exec(text)?.[1];
  if (!name) return null;
  const module = new RegExp(`import \\{[^}]*\\b${name}\\b[^}]*\\} from '#contracts/([^']+)'`).exec(text)?.[1];
  if (!module) return null;
  const contracts = (await import(`../../src/contracts/${module}.ts`)) as Record<string, z.ZodType>;
  return z.toJSONSchema(contracts[name]!, { unrepresentable: 'any', io: 'input' });
}

/** Every page and endpoint of the application, read from its files: a new one is tried without being listed anywhere. */
export async function allRoutes(): Promise<Route[]> {
  const files = readdirSync(pages, { recursive: true, encoding: 'utf8' }).filter((file) => /\.(ts|astro)$/.test(file));
  const routes: Route[] = [];
  for (const file of files.sort()) {
    const text = readFileSync(pages + file, 'utf8');
    const exported = [...text.matchAll(/export const (GET|POST|ALL)\b/g)].map((match) => match[1]!);
    const methods = file.endsWith('.astro')
      ? ['GET']
      : exported.flatMap((each) => (each === 'ALL' ? ['GET', 'POST'] : each));
    routes.push({ path: pathOf(file), methods, schema: await schemaIn(text) });
  }
  return routes;
}
