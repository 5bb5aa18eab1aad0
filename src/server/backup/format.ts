import { z } from 'zod';

/**
 * A backup is lines of JSON, packed with gzip and sealed with age (age-encryption.org) under a passphrase: this header,
 * then each table by `{"$table": "schema.name"}` with its rows as PostgreSQL writes them, and `{"$end": rows}`. Nothing
 * in it is of one engine: what PGlite held goes onto a server, and back.
 */
export const BackupHeader = z.strictObject({
  ostendo: z.literal('backup'),
  format: z.literal(1),
  madeAt: z.iso.datetime(),
  /** How many migrations its tables had seen: ours, and those of the stand-ins. */
  migrations: z.tuple([z.number().int().positive(), z.number().int().positive()]),
  /** What opens the links, sessions and sealed access that are in it. */
  secret: z.string().min(32),
});
export type BackupHeader = z.infer<typeof BackupHeader>;

/** Letters that a passphrase has at least. */
export const shortestPassphrase = 12;

export type BackupFault =
  | 'passphrase_missing'
  | 'backup_not_opened'
  | 'backup_damaged'
  | 'backup_newer'
  | 'not_empty'
  | 'may_not_restore'
  | 'server_silent'
  | 'backup_failed';

/** A backup cannot be made, read or put back, and why. */
export class BackupFailed extends Error {
  override readonly name = 'BackupFailed';
  constructor(
    readonly code: BackupFault,
    message: string,
  ) {
    super(message);
  }
}
