import type { Config } from '#server/config';
import { syncDirectory } from '#server/files/syncDirectory';
import { createHmac, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const fileIn = (directory: string): string => join(directory, 'secret');
const formerIn = (directory: string): string => join(directory, 'secret.former');
const readSecret = (file: string): string => readFileSync(file, 'utf8').trim();
const newSecret = (): string => randomBytes(32).toString('base64url');

/** Keeps a secret in a directory that has none. */
export function keepSecret(directory: string, secret: string): void {
  mkdirSync(directory, { recursive: true });
  writeFileSync(fileIn(directory), secret, { mode: 0o600, flag: 'wx', flush: true });
  syncDirectory(directory);
}

/** The installation's secret: the one given, else one made at the first start and kept in the data directory. */
export function installationSecret(given: string | undefined, directory: string): string {
  if (given) return given;
  const file = fileIn(directory);
  if (existsSync(file)) return readSecret(file);
  const made = newSecret();
  keepSecret(directory, made);
  return made;
}

/** The secret of now, then the ones that still open what was sealed before it. */
export function installationSecrets({
  secret,
  formerSecret,
  directory,
}: Pick<Config, 'secret' | 'formerSecret' | 'directory'>): readonly [string, ...string[]] {
  const current = installationSecret(secret, directory);
  const kept = secret === undefined && existsSync(formerIn(directory)) ? [readSecret(formerIn(directory))] : [];
  return [current, ...kept, ...(formerSecret ? [formerSecret] : [])];
}

/** Makes a new secret in a directory. The former one is kept beside it until `forgetFormer`, whatever happens meanwhile. */
export function renewSecret(directory: string): void {
  const before = installationSecret(undefined, directory);
  const made = join(directory, 'secret.new');
  writeFileSync(made, newSecret(), { mode: 0o600, flush: true });
  // Begun before and not ended: what is sealed is under one of these two.
  if (!existsSync(formerIn(directory))) writeFileSync(formerIn(directory), before, { mode: 0o600, flush: true });
  // Each name is on the disk before the next step counts on it.
  syncDirectory(directory);
  renameSync(made, fileIn(directory));
  syncDirectory(directory);
}

export const forgetFormer = (directory: string): void => rmSync(formerIn(directory), { force: true });

/** A secret for one purpose, from which neither the installation's nor another one can be learned. */
export const secretFor = (secret: string, purpose: string): string =>
  createHmac('sha256', secret).update(purpose).digest('base64');

/** The same secret in letters that an address may hold. */
export const urlKey = (secret: string): string => Buffer.from(secret, 'base64').toString('base64url');
