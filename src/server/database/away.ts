/** The database cannot be reached, or went away while it was asked: nothing is lost, and the same may go through later. */
export class DatabaseAway extends Error {
  override readonly name = 'DatabaseAway';
  constructor(cause: unknown) {
    super('the database is away', { cause });
  }
}

/** The error and what it was caused by, outermost first. */
export function* causes(error: unknown): Generator<Error> {
  for (let each = error, depth = 0; each instanceof Error && depth < 8; each = each.cause, depth++) {
    yield each;
    if (each instanceof AggregateError) for (const inner of each.errors as unknown[]) yield* causes(inner);
  }
}

export const codeOf = (error: object): string | null =>
  'code' in error && typeof error.code === 'string' ? error.code : null;

export function isDatabaseAway(error: unknown): boolean {
  for (const each of causes(error)) if (each instanceof DatabaseAway) return true;
  return false;
}

/**
 * What PostgreSQL says when it stops or starts or ends a connection, has none left, or has another database in place of ours
 * (appendix A of its manual).
 */
const awayCodes = /^(08...|57P0[1-5]|53300|3D000|3F000|42P01)$/;
const networkCodes = /^(ECONN|EPIPE|ETIMEDOUT|ENOTFOUND|EAI_|EHOST|ENET|ENOENT)/;
/** The driver has no codes for these. */
const driverWords =
  /connection terminated|timeout exceeded when trying to connect|connection error|client was closed|not queryable|connection timeout|connection ended/i;

/** Whether an error of the driver says that its server is away: what a statement does wrong it says with a code of its own. */
export function saysAway(error: unknown): boolean {
  for (const each of causes(error)) {
    const code = codeOf(each);
    if (code !== null && (awayCodes.test(code) || networkCodes.test(code))) return true;
    if (code === null && driverWords.test(each.message)) return true;
  }
  return false;
}

/** The server has no connection left: one of ours, or of another process, may be given back in a moment. */
export function hasNoConnection(error: unknown): boolean {
  for (const each of causes(error)) if (codeOf(each) === '53300') return true;
  return false;
}

/** The embedded database had no file handle left, or no memory: the statement did nothing, and the next may go through. */
export function saysExhausted(error: unknown): boolean {
  for (const each of causes(error)) if (/^53[02]00$/.test(codeOf(each) ?? '')) return true;
  return false;
}

/** Whether there was no room on the disk: the statement did nothing. */
export function saysFull(error: unknown): boolean {
  for (const each of causes(error)) if (codeOf(each) === '53100') return true;
  return false;
}

/** True where the embedded database may no longer open its own files; the statement changed nothing. */
export function saysNotOurs(error: unknown): boolean {
  for (const each of causes(error))
    if (/^(42501|25006)$/.test(codeOf(each) ?? '') && /could not (open|write|create)|read-only/i.test(each.message))
      return true;
  return false;
}

/** A deadlock or a serialisation failure: nothing was written, and the same may simply be tried again. */
export function mustRepeat(error: unknown): boolean {
  for (const each of causes(error)) if (codeOf(each) === '40P01' || codeOf(each) === '40001') return true;
  return false;
}

/** The server says no to who asks, or has no such database: waiting would not help. */
export class DatabaseRefused extends Error {
  override readonly name = 'DatabaseRefused';
  constructor(override readonly cause: Error) {
    super(`the database of DATABASE_URL cannot be used: ${cause.message}`);
  }
}
