import { refusalOf } from '#server/auth/authorize';
import { actingAs } from '#server/actor/actorNow';
import { notThere } from '#contracts/routes/notThere';
import type { Opening } from '#contracts/routes/rights';
import type { AnyRoute, CodeOf, OutOf } from '#contracts/routes/route';
import type { Served } from '#contracts/routes/served';
import type { Result } from '#core/result';
import type { Deps } from '#server/deps';
import { outOfBounds } from '#server/http/bounds';
import { mayOpen, maySeeAll } from '#server/http/device';
import { failed } from '#server/http/failure';
import { problem } from '#server/http/problem';
import { type Visit, visitOf } from '#server/http/visit';
import type { APIContext } from 'astro';
import type { z } from 'zod';

type Refusal = { readonly code: string };

/** A route with what answers it. */
export type ServedRoute = Served<AnyRoute, z.ZodType, Opening> & {
  readonly answer: (context: APIContext, params: Readonly<Record<string, string>>) => Promise<Response>;
};

/** What the opening of a route refuses by itself. */
type ByOpening<O extends Opening> = O extends 'link' | 'client' ? 'device_unknown' : never;
type CodeIn<F> = [F] extends [never] ? never : F extends { readonly code: infer C extends string } ? C : never;
/** The codes that a use case can refuse with. */
type RefusedBy<U extends (input: never) => Promise<Result<unknown, Refusal>>> =
  Extract<Awaited<ReturnType<U>>, { readonly ok: false }> extends { readonly refusal: infer F } ? CodeIn<F> : never;
/** A served route where it names just the codes that there can be; else what the compiler complains about. */
type Agreeing<Named extends string, Real extends string> = [Exclude<Named, Real>, Exclude<Real, Named>] extends [
  never,
  never,
]
  ? ServedRoute
  : { readonly neverRefused: Exclude<Named, Real>; readonly notNamed: Exclude<Real, Named> };

const gone: ReadonlySet<string> = new Set(notThere);
/** Whether a refusal is a rule's; the others say that something is not there. */
export const isThere = (code: string): boolean => !gone.has(code);

const refusalProblem = ({ code, ...detail }: Refusal & { path?: string }): Response =>
  problem(isThere(code) ? 409 : 404, code, { ...(detail.path ? { path: detail.path } : {}), detail });

function invalid(error: z.ZodError): Response {
  const issues = error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message }));
  return problem(422, 'invalid_input', { path: issues[0]!.path, issues });
}

async function readJson(request: Request): Promise<{ json: unknown } | null> {
  if (!request.headers.get('content-type')?.startsWith('application/json')) return null;
  try {
    return { json: await request.json() };
  } catch {
    return null;
  }
}

/** What came in as its contract has it, or the answer that says what is wrong and where. */
function checked<S extends z.ZodType>(contract: S, json: unknown): { value: z.output<S> } | { wrong: Response } {
  const beyond = outOfBounds(json);
  if (beyond) return { wrong: problem(422, 'invalid_input', { path: beyond.path, issues: [beyond] }) };
  const read = contract.safeParse(json);
  return read.success ? { value: read.data } : { wrong: invalid(read.error) };
}

/** Somebody else who pays is no client: what they do is theirs. */
async function asPayer<T>(visit: Visit, right: Opening, input: unknown, work: () => Promise<T>): Promise<T> {
  if (right !== 'link' || visit.person) return work();
  const opened = await visit.app.bookingOfLink(linkOf(input));
  return 'purpose' in opened && opened.purpose === 'payer' ? actingAs({ kind: 'payer' }, work) : work();
}

const linkOf = (input: unknown): string => (input as { readonly link: string }).link;

const opens = {
  link: (visit: Visit, input: unknown) => mayOpen(visit, linkOf(input)),
  client: (visit: Visit, input: unknown) => maySeeAll(visit, linkOf(input)),
};
const isOpen = async (right: Opening, visit: Visit, input: unknown): Promise<boolean> =>
  right === 'link' || right === 'client' ? opens[right](visit, input) : true;

/** What every route shares: its own answer, and what a fault on the way is to whoever asked. */
const withAnswer = (
  about: Served<AnyRoute, z.ZodType, Opening>,
  work: (visit: Visit, input: unknown) => Promise<Response>,
  read: (context: APIContext, params: Readonly<Record<string, string>>) => Promise<{ json: unknown } | null>,
): ServedRoute => ({
  ...about,
  answer: async (context, params) => {
    // The middleware has looked already; who is not let in is not answered here either.
    const refused = refusalOf(about.right, context.locals.person);
    if (refused) return problem(refused === 'not_yours' ? 403 : 401, refused);
    const given = await read(context, params);
    if (!given) return problem(400, 'unreadable');
    const input = checked(about.contract, given.json);
    if ('wrong' in input) return input.wrong;
    const { visit, withCookies } = visitOf(context);
    try {
      return withCookies(await work(visit, input.value));
    } catch (error) {
      const response = failed(error);
      if (response.status >= 500) context.locals.app.deps.report('a request failed', error);
      return response;
    }
  },
});

/** What is done with what came in, or the rule's no. */
type Doing<S extends z.ZodType, R extends AnyRoute> = (input: z.output<S>) => Promise<Result<OutOf<R>, Refusal>>;

/**
 * A use case answers a route: 400 for what cannot be read, 422 for what the contract refuses, 409 (404 for what is not
 * there) for what a rule refuses; what is thrown is answered as `failureOf` says. The compiler holds that the use case
 * refuses with just the codes that the route names, and that what it gives is what the route promises.
 */
export const serve = <R extends AnyRoute, S extends z.ZodType, O extends Opening, U extends Doing<S, R>>(
  about: Served<R, S, O>,
  useCase: (deps: Deps) => U,
): Agreeing<CodeOf<R>, RefusedBy<U> | ByOpening<O>> => serveVisit(about, ({ app }) => useCase(app.deps));

/** The same, where it also matters who asks and from where: what is counted, proven, or left on their device. */
export const serveVisit = <R extends AnyRoute, S extends z.ZodType, O extends Opening, U extends Doing<S, R>>(
  about: Served<R, S, O>,
  doing: (visit: Visit) => U,
): Agreeing<CodeOf<R>, RefusedBy<U> | ByOpening<O>> =>
  withAnswer(
    about,
    async (visit, input) => {
      if (!(await isOpen(about.right, visit, input))) return refusalProblem({ code: 'device_unknown' });
      const result = await asPayer(visit, about.right, input, () => doing(visit)(input as z.output<S>));
      return result.ok ? Response.json(result.value) : refusalProblem(result.refusal);
    },
    ({ request }) => readJson(request),
  ) as Agreeing<CodeOf<R>, RefusedBy<U> | ByOpening<O>>;

/** What reads a view, from the names in its path and what its query asks; null, and what may not be opened, is 404. */
export const serveView = <R extends AnyRoute, S extends z.ZodType, O extends Opening, T extends OutOf<R>>(
  about: Served<R, S, O>,
  read: (visit: Visit) => (input: z.output<S>) => Promise<T | null>,
): ServedRoute =>
  withAnswer(
    about,
    async (visit, input) => {
      const may = await isOpen(about.right, visit, input);
      const found = may ? await read(visit)(input as z.output<S>) : null;
      return found === null ? problem(404, 'not_found') : Response.json(found);
    },
    async ({ url }, params) => ({ json: { ...Object.fromEntries(url.searchParams), ...params } }),
  );
