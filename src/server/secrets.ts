import { createHmac, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** The installation's secret: the one given, else one made at the first start and kept in the data directory. */
export function installationSecret(given: string | undefined, directory: string): string {
  if (given) return given;
  const file = join(directory, 'secret');
  if (existsSync(file)) return readFileSync(file, 'utf8').trim();
  mkdirSync(directory, { recursive: true });
  const made = randomBytes(32).toString('base64url');
  writeFileSync(file, made, { mode: 0o600 });
  return made;
}

/** A secret for one purpose, from which neither the installation's nor another one can be learned. */
export const secretFor = (secret: string, purpose: string): string =>
  createHmac('sha256', secret).update(purpose).digest('base64');

/** The same secret in letters that an address may hold. */
export const urlKey = (secret: string): string => Buffer.from(secret, 'base64').toString('base64url');
