import { isDatabaseAway, saysExhausted, saysFull, saysNotOurs } from '#server/database/away';
import { CallerGone, TooMuchWork } from '#server/rateLimits/workQueue';
import { problem } from '#server/http/problem';
import { requestNow } from '#server/logging/requestNow';
import { causes } from '#server/database/away';
import { OutsideFailed } from '#server/external/outsideFailed';

export type Failure = {
  readonly status: 429 | 499 | 500 | 502 | 503 | 507;
  readonly code:
    'too_much_work' | 'caller_gone' | 'fault' | 'no_answer' | 'database_away' | 'disk_full' | 'disk_read_only';
};

/**
 * What a thrown error is to whoever asked: 502 where a service outside did not answer, 503 where the database is away
 * (nothing is lost in both, and the same may be asked again), 507 where there was no room to write it, or the data may not be written, 429 where too many ask
 * for what takes a while, 499 where whoever asked has gone (nobody reads that), 500 for anything else, which is a bug of ours.
 */
export function failureOf(error: unknown): Failure {
  if (isDatabaseAway(error) || saysExhausted(error)) return { status: 503, code: 'database_away' };
  if (saysFull(error)) return { status: 507, code: 'disk_full' };
  if (saysNotOurs(error)) return { status: 507, code: 'disk_read_only' };
  if (error instanceof TooMuchWork) return { status: 429, code: 'too_much_work' };
  if (error instanceof CallerGone) return { status: 499, code: 'caller_gone' };
  for (const cause of causes(error)) if (cause instanceof OutsideFailed) return { status: 502, code: 'no_answer' };
  return { status: 500, code: 'fault' };
}

/** Problem details with the request's id, under which the error stands in the log. */
export function failed(error: unknown): Response {
  const { status, code } = failureOf(error);
  const { request } = requestNow() ?? {};
  const response = problem(status, code, request ? { request } : {});
  if (status === 429) response.headers.set('retry-after', '2');
  return response;
}
