import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import { type App, compose } from '#compose';
import { demoOwner, demoServices, demoSignIn } from '#demo/scenario';
import { readConfig } from '#server/config';
import { openDatabase } from '#server/database/open';
import { setUp } from '#server/starter/setUp';
import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

let template: Promise<string> | null = null;

async function makeTemplate(): Promise<string> {
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-e2e-'));
  const config = readConfig({ OSTENDO_DATA: directory });
  const opened = await openDatabase({ ...config, durable: false });
  const app: App = await compose(config, { opened, post: async () => ({ ok: true }) });
  const now = '2027-03-01T10:00:00Z' as Instant;
  await app.world.clock.moveTo(now);
  await opened.db.transaction((tx) => setUp(tx, { ...demoOwner, taxRate: '23' as Decimal }, now, demoServices));
  await app.signIn.api.signUpEmail({ body: { ...demoSignIn } });
  await app.close();
  return directory;
}

/** A fresh data directory with the business and its sign-in, and no booking; the clock stands at 1 March 2027, 10:00. */
export async function installedDirectory(): Promise<string> {
  template ??= makeTemplate();
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-e2e-'));
  cpSync(await template, directory, { recursive: true });
  return directory;
}
