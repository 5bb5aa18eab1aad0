import type { Result } from '#core/result';
import { outOfBounds } from '#server/http/bounds';
import { failed } from '#server/http/failure';
import { problem } from '#server/http/problem';
import type { APIContext, APIRoute } from 'astro';
import type { z } from 'zod';

type Refusal = { readonly code: string };
type UseCase<I, T, R extends Refusal> = (input: I) => Promise<Result<T, R>>;
type Locals = APIContext['locals'];

async function readJson(request: Request): Promise<{ json: unknown } | null> {
  if (!request.headers.get('content-type')?.startsWith('application/json')) return null;
  try {
    return { json: await request.json() };
  } catch {
    return null;
  }
}

const refusalProblem = ({ code, ...detail }: Refusal & { path?: string }): Response =>
  problem(code.endsWith('_not_found') ? 404 : 409, code, { ...(detail.path ? { path: detail.path } : {}), detail });

function invalid(error: z.ZodError): Response {
  const issues = error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message }));
  return problem(422, 'invalid_input', { path: issues[0]!.path, issues });
}

/**
 * One contract, one use case. 400 for what cannot be read, 422 for what the contract
 * refuses, 409 (404) for what a rule refuses; what is thrown is answered as `failureOf` says.
 */
export const endpoint =
  <S extends z.ZodType, T, R extends Refusal>(
    contract: S,
    useCase: (locals: Locals) => UseCase<z.infer<S>, T, R>,
  ): APIRoute =>
  async (context) => {
    const read = await readJson(context.request);
    if (!read) return problem(400, 'unreadable');
    const beyond = outOfBounds(read.json);
    if (beyond) return problem(422, 'invalid_input', { path: beyond.path, issues: [beyond] });
    const checked = contract.safeParse(read.json);
    if (!checked.success) return invalid(checked.error);
    try {
      const result = await useCase(context.locals)(checked.data);
      return result.ok ? Response.json(result.value) : refusalProblem(result.refusal);
    } catch (error) {
      context.locals.app.deps.report('a request failed', error);
      return failed(error);
    }
  };

/** A view's data, read anew. */
export const reading =
  <T>(read: (context: APIContext) => Promise<T | null>): APIRoute =>
  async (context) => {
    const found = await read(context);
    return found === null ? problem(404, 'not_found') : Response.json(found);
  };

/** A view's data for what a query asks: 422 for what the contract refuses, 404 where there is nothing. */
export const readingQuery =
  <S extends z.ZodType, T>(contract: S, read: (locals: Locals, query: z.infer<S>) => Promise<T | null>): APIRoute =>
  async ({ locals, url }) => {
    const asked = Object.fromEntries(url.searchParams);
    const beyond = outOfBounds(asked);
    if (beyond) return problem(422, 'invalid_input', { path: beyond.path, issues: [beyond] });
    const checked = contract.safeParse(asked);
    if (!checked.success) return invalid(checked.error);
    const found = await read(locals, checked.data);
    return found === null ? problem(404, 'not_found') : Response.json(found);
  };
