import { FaultsText, type SteerFaults } from '#contracts/standIns/faults';
import { shortestPassphrase } from '#server/backup/format';
import { compile } from 'proxy-addr';
import { z } from 'zod';

/** `loopback`, `linklocal` and `uniquelocal` name ranges too. */
function areRanges(texts: readonly string[]): boolean {
  try {
    compile([...texts]);
    return true;
  } catch {
    return false;
  }
}

const Port = z.coerce.number().int().min(1).max(65_535);

const Config = z
  .object({
    PORT: Port.default(4321),
    HOST: z.string().min(1).default('127.0.0.1'),
    OSTENDO_DATA: z.string().min(1).default('./data'),
    DATABASE_URL: z
      .string()
      .regex(/^postgres(ql)?:\/\//, 'an address that begins with postgres:// or postgresql://')
      .optional(),
    /** The most connections that this process has to a server; all processes together need no more than it lets. */
    OSTENDO_CONNECTIONS: z.coerce.number().int().min(2).max(100).default(10),
    SMTP_URL: z
      .string()
      .regex(/^smtps?:\/\//, 'an address that begins with smtp:// or smtps://')
      .optional(),
    OSTENDO_SECRET: z.string().min(32, 'at least 32 characters').optional(),
    /** A secret that still opens what is not sealed under the new one yet. */
    OSTENDO_FORMER_SECRET: z.string().min(32, 'at least 32 characters').optional(),
    /** Who brings it as a bearer token reads more than “ok” of the health. */
    OSTENDO_HEALTH_KEY: z.string().min(16, 'at least 16 characters').optional(),
    /** Where it is given, a backup is made each night, sealed by it. */
    OSTENDO_BACKUP_PASSPHRASE: z
      .string()
      .min(shortestPassphrase, `at least ${shortestPassphrase} characters`)
      .optional(),
    /** Where clients reach it; without it, the address it listens on. */
    OSTENDO_URL: z.url().optional(),
    OSTENDO_DEMO: z.enum(['0', '1']).default('0'),
    /** For how long what the owner sends by hand can be called back. */
    OSTENDO_UNDO_SECONDS: z.coerce.number().int().min(0).max(600).default(60),
    /** Has the simulated world misbehave: `seed=7 slow=20 lost=5`, each in so many of a hundred cases. */
    OSTENDO_FAULTS: FaultsText.optional(),
    NODE_ENV: z.string().optional(),
    /** Addresses and ranges of proxies whose word on who calls is taken; none by default. */
    OSTENDO_TRUSTED_PROXIES: z
      .string()
      .transform((text) =>
        text
          .split(',')
          .map((each) => each.trim())
          .filter((each) => each !== ''),
      )
      .refine(areRanges, 'addresses or ranges like 10.0.0.0/8, with commas between them')
      .default([]),
  })
  .refine((config) => !config.DATABASE_URL || config.OSTENDO_SECRET, {
    error: 'is needed with DATABASE_URL: all processes on one server share it',
    path: ['OSTENDO_SECRET'],
  });

export type Config = {
  readonly port: number;
  readonly host: string;
  readonly directory: string;
  readonly databaseUrl: string | undefined;
  /** The most connections that this process has to a server. */
  readonly connections: number;
  readonly secret: string | undefined;
  readonly formerSecret: string | undefined;
  readonly healthKey: string | undefined;
  readonly backupPassphrase: string | undefined;
  /** Where messages go out for real; without it they stay in the stand-in mailbox. */
  readonly smtpUrl: string | undefined;
  readonly baseUrl: string;
  readonly demo: boolean;
  readonly undoSeconds: number;
  /** Whether all of the simulated world is open; in production only what a connected test account needs is. */
  readonly standInsOpen: boolean;
  readonly trustedProxies: readonly string[];
  /** How the simulated world misbehaves; null where it does not. */
  readonly faults: SteerFaults | null;
};

/** The settings that a process was started with cannot be used. */
export class ConfigError extends Error {
  override readonly name = 'ConfigError';
}

/** Reads the settings from the environment. @throws {ConfigError} that names each variable and what is wrong with it */
export function readConfig(environment: Readonly<Record<string, string | undefined>>): Config {
  const given = Object.fromEntries(
    Object.entries(environment).filter(([, value]) => value !== undefined && value !== ''),
  );
  const parsed = Config.safeParse(given);
  if (!parsed.success) {
    const lines = parsed.error.issues.map((issue) => `  ${issue.path.join('.')}: ${issue.message}`);
    throw new ConfigError(`These settings cannot be used:\n${lines.join('\n')}`);
  }
  const {
    PORT: port,
    HOST: host,
    OSTENDO_DATA: directory,
    DATABASE_URL: databaseUrl,
    OSTENDO_SECRET: secret,
    SMTP_URL: smtpUrl,
  } = parsed.data;
  const shown = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host;
  const baseUrl = (parsed.data.OSTENDO_URL ?? `http://${shown}:${port}`).replace(/\/$/, '');
  const { OSTENDO_DEMO, OSTENDO_TRUSTED_PROXIES: trustedProxies, OSTENDO_FORMER_SECRET: formerSecret } = parsed.data;
  const { OSTENDO_HEALTH_KEY: healthKey, OSTENDO_BACKUP_PASSPHRASE: backupPassphrase } = parsed.data;
  const { OSTENDO_UNDO_SECONDS: undoSeconds } = parsed.data;
  const demo = OSTENDO_DEMO === '1';
  const standInsOpen = demo || parsed.data.NODE_ENV !== 'production';
  return {
    port,
    host,
    directory,
    databaseUrl,
    connections: parsed.data.OSTENDO_CONNECTIONS,
    secret,
    formerSecret,
    healthKey,
    backupPassphrase,
    smtpUrl,
    baseUrl,
    demo,
    undoSeconds,
    standInsOpen,
    trustedProxies,
    faults: parsed.data.OSTENDO_FAULTS ?? null,
  };
}
