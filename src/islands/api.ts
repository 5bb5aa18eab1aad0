/** What an endpoint answered: its value, or the problem that says what is wrong and where (RFC 9457). */
export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: ApiProblem };
export type ApiProblem = {
  readonly code: string;
  readonly path?: string;
  readonly detail?: Readonly<Record<string, unknown>>;
  readonly issues?: readonly { readonly path: string; readonly message: string }[];
};

/** Where nobody can say yet whether it was done: the same request may be sent again, with the same key. */
const repeatable = new Set([
  'no_connection',
  'try_again',
  'no_answer',
  'database_away',
  'timed_out',
  'starting',
  'fault',
]);
export const mayRepeat = ({ code }: ApiProblem): boolean => repeatable.has(code);

async function answer<T>(request: () => Promise<Response>): Promise<Answer<T>> {
  let response: Response;
  try {
    response = await request();
  } catch {
    return { ok: false, problem: { code: 'no_connection' } };
  }
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return { ok: true, value: body as T };
  const problem = body as ApiProblem | null;
  return { ok: false, problem: problem?.code ? problem : { code: 'try_again' } };
}

const send = <T>(path: string, body: unknown): Promise<Answer<T>> =>
  answer(() =>
    fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  );

/** Asks the person to show again who they are; answers whether they did. */
type Prover = (by: 'code' | 'password') => Promise<boolean>;
let prover: Prover | null = null;
export const setProver = (next: Prover | null): void => {
  prover = next;
};

/** Where the server wants to be shown first who asks, the person is asked, and the same is sent once more. */
export async function post<T>(path: string, body: unknown): Promise<Answer<T>> {
  const answer = await send<T>(path, body);
  if (answer.ok || answer.problem.code !== 'proof_needed' || !prover) return answer;
  const by = answer.problem.detail?.by === 'code' ? 'code' : 'password';
  return (await prover(by)) ? send<T>(path, body) : answer;
}

/** For queries that keep what they had while they are read anew. @throws {Error} with the problem's code */
export async function read<T>(path: string): Promise<T> {
  const got = await answer<T>(() => fetch(path));
  if (!got.ok) throw new Error(got.problem.code);
  return got.value;
}

/** A key for one request of a person: kept over its repeats, so that a double click does it once. */
export const newKey = (): string => crypto.randomUUID();
