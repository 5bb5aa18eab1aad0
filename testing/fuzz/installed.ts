import { type App, compose } from '#compose';
import { buildDemo } from '#demo/build';
import { readConfig } from '#server/config';
import { openDatabase } from '#server/database/open';
import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Of the installation that is tried: who brings events and asks for backups knows it. */
export const fuzzedSecret = 'a secret of the fuzzer, long enough to be one';

async function makeFull(environment: Record<string, string>): Promise<void> {
  const config = readConfig({ OSTENDO_SECRET: fuzzedSecret, ...environment });
  const opened = await openDatabase({ ...config, durable: false });
  const receiving: { app?: App } = {};
  receiving.app = await compose(config, {
    opened,
    post: async (provider, body, headers) => ({
      ok: (await receiving.app!.receiveEvent(provider, body, new Headers(headers))) === 200,
    }),
  });
  await buildDemo(receiving.app, () => undefined, 0);
  await receiving.app.close();
}

/** A data directory with the whole demo: bookings in every stage, quotes, requests, vouchers, claims, disputes, documents. */
export async function fullDirectory(): Promise<string> {
  const made = process.env.OSTENDO_FUZZ_DATA;
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-fuzz-'));
  if (made) cpSync(made, directory, { recursive: true });
  else await makeFull({ OSTENDO_DATA: directory });
  return directory;
}

/** The same on a database server, whose database is migrated and empty. */
export const fullOnServer = (url: string): Promise<void> => makeFull({ DATABASE_URL: url });
