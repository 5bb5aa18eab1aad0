import { causes, codeOf } from '#server/database/away';

/** What of an error may be written down. */
export type CleanError = {
  readonly type: string;
  readonly code?: string;
  readonly message?: string;
  /** Where PostgreSQL refused: names of our own, never values. */
  readonly table?: string;
  readonly constraint?: string;
  readonly stack?: string;
  readonly cause?: CleanError;
};

const address = /[^\s<>"'@,;:()]+@[^\s<>"'@,;:()]+/g;
/** Tokens, ids and keys: long runs without a space; links as well. */
const longRun = /\b(?=[\w-]*\d)[\w-]{20,}\b/g;
const url = /\bhttps?:\/\/\S+/g;
export const withoutSecrets = (text: string): string =>
  text.replace(url, '[address]').replace(address, '[e-mail]').replace(longRun, '[key]').slice(0, 300);

/** Our own frames, without the message that stands above them: it may quote what a person typed. */
const framesOf = ({ stack = '' }: Error): string =>
  stack
    .split('\n')
    .filter((line) => /^\s+at /.test(line) && !/node_modules|node:/.test(line))
    .slice(0, 6)
    .map((line) => line.trim().replace(/\(?file:\/\/\S*?\/((?:dist|src)\/)/, '($1'))
    .join(' | ');

const text = (error: object, name: string): string | undefined => {
  const value = (error as Record<string, unknown>)[name];
  return typeof value === 'string' ? value : undefined;
};

const isOfDatabase = (error: Error): boolean => 'query' in error || 'severity' in error || 'sqlMessage' in error;

function cleanOne(error: Error): Omit<CleanError, 'cause'> {
  const code = codeOf(error) ?? undefined;
  const [table, constraint] = [text(error, 'table'), text(error, 'constraint')];
  // A driver's message holds the statement with its parameters, or the value that was refused.
  const message = isOfDatabase(error) ? undefined : withoutSecrets(error.message);
  return {
    type: error.constructor.name,
    ...(code ? { code } : {}),
    ...(message ? { message } : {}),
    ...(table ? { table } : {}),
    ...(constraint ? { constraint } : {}),
    stack: framesOf(error),
  };
}

/** An error as it may stand in a log: what failed and where, and nothing of what anybody typed. */
export function cleanError(error: unknown): CleanError {
  const chain = [...causes(error)];
  if (chain.length === 0) return { type: typeof error };
  return chain
    .reverse()
    .reduce<CleanError | null>((cause, each) => ({ ...cleanOne(each), ...(cause ? { cause } : {}) }), null)!;
}
