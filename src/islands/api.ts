import type { EdgeCode } from '#contracts/routes/edge';
import { addressOf, type AnyRoute, type CodeOf, type OutOf, type SentTo } from '#contracts/routes/route';

/** What a route answered: its value, or the problem that says what is wrong and where (RFC 9457). */
export type Answer<T, Code extends string = string> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: ApiProblem<Code> };
export type AnswerOf<R extends AnyRoute> = Answer<OutOf<R>, CodeOf<R>>;
export type ApiProblem<Code extends string = string> = {
  readonly code: Code | EdgeCode;
  readonly path?: string;
  readonly detail?: Readonly<Record<string, unknown>>;
  readonly issues?: readonly { readonly path: string; readonly message: string }[];
};
export type ProblemOf<R extends AnyRoute> = ApiProblem<CodeOf<R>>;

/** Where nobody can say yet whether it was done: the same request may be sent again, with the same key. */
const repeatable = new Set([
  'no_connection',
  'try_again',
  'no_answer',
  'database_away',
  'timed_out',
  'starting',
  'too_much_work',
  'fault',
]);
export const mayRepeat = ({ code }: ApiProblem): boolean => repeatable.has(code);

async function answer<T, Code extends string>(request: () => Promise<Response>): Promise<Answer<T, Code>> {
  let response: Response;
  try {
    response = await request();
  } catch {
    return { ok: false, problem: { code: 'no_connection' } };
  }
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return { ok: true, value: body as T };
  const problem = body as ApiProblem<Code> | null;
  return { ok: false, problem: problem?.code ? problem : { code: 'try_again' } };
}

/** What is sent while its page is being left has to outlive it; a browser lets that be so long. */
const mostKeptAlive = 60_000;
let leaving = false;
if (typeof addEventListener === 'function') {
  addEventListener('pagehide', () => (leaving = true), { capture: true });
  addEventListener('pageshow', () => (leaving = false), { capture: true });
}

/** Sends to a path that is none of the table's: the sign-in's own. */
export function post<T, Code extends string = never>(path: string, given: unknown): Promise<Answer<T, Code>> {
  const body = JSON.stringify(given);
  const keepalive = leaving && body.length < mostKeptAlive;
  return answer(() =>
    fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body, keepalive }),
  );
}

/** Asks a route to do something. */
export const call = <R extends AnyRoute>({ path }: R, input: SentTo<R>): Promise<AnswerOf<R>> => post(path, input);

/** Reads a view: null where it is not there, or not for this device. */
export async function look<R extends AnyRoute>({ path }: R, input: SentTo<R> & object): Promise<Answer<OutOf<R>>> {
  return answer(() => fetch(addressOf(path, input)));
}

/** For queries that keep what they had while they are read anew. @throws {Error} with the problem's code */
export async function read<R extends AnyRoute>(view: R, input: SentTo<R> & object): Promise<OutOf<R>> {
  const got = await look(view, input);
  if (!got.ok) throw new Error(got.problem.code);
  return got.value;
}

/** A key for one request of a person: kept over its repeats, so that a double click does it once. */
export const newKey = (): string => crypto.randomUUID();
