import { readdirSync, readFileSync } from 'node:fs';
import { tablePattern } from '#server/http/pageRights';
import { allRoutes as table } from '#server/http/routes/all';
import type { z } from 'zod';
import { readRouteCodes } from '../routeCodes';

export type Route = {
  /** As Astro has it, with `[name]` where anything may stand. */
  readonly path: string;
  readonly methods: readonly string[];
  /** What reads what comes in, where it is of the table. */
  readonly contract: z.ZodType | null;
  /** With which a rule may refuse it. */
  readonly codes: readonly string[];
};

const pages = new URL('../../src/pages/', import.meta.url).pathname;

const pathOf = (file: string): string =>
  `/${file.replace(/\.(ts|astro)$/, '').replace(/(^|\/)index$/, '')}`.replace(/(.)\/$/, '$1');

/** Every page and endpoint with a file of its own, read from these: a new one is tried without being listed anywhere. */
function fileRoutes(): Route[] {
  const files = readdirSync(pages, { recursive: true, encoding: 'utf8' }).filter((file) => /\.(ts|astro)$/.test(file));
  return files.sort().flatMap((file): Route[] => {
    if (pathOf(file) === tablePattern) return [];
    const exported = [...readFileSync(pages + file, 'utf8').matchAll(/export const (GET|POST|ALL)\b/g)];
    const methods = file.endsWith('.astro')
      ? ['GET']
      : exported.flatMap(([, method]) => (method === 'ALL' ? ['GET', 'POST'] : method!));
    return [{ path: pathOf(file), methods, contract: null, codes: [] }];
  });
}

/** Every route of the table. */
function tableRoutes(): Route[] {
  const codes = readRouteCodes();
  return table.map(({ route: { method, path }, contract }) => {
    return { path: path.replace(/:(\w+)/g, '[$1]'), methods: [method], contract, codes: codes.get(path) ?? [] };
  });
}

export const allRoutes = (): readonly Route[] => [...fileRoutes(), ...tableRoutes()];
