import { isDatabaseAway, saysFull } from '#server/database/away';
import { problem } from '#server/http/problem';
import { requestNow } from '#server/logging/requestNow';
import { causes } from '#server/database/away';
import { OutsideFailed } from '#server/outside/outsideFailed';

export type Failure = {
  readonly status: 500 | 502 | 503 | 507;
  readonly code: 'fault' | 'no_answer' | 'database_away' | 'disk_full';
};

/**
 * What a thrown error is to whoever asked: 502 where a service outside did not answer, 503 where the database is away
 * (nothing is lost in both, and the same may be asked again), 507 where there was no room to write it, 500 for anything else, which is a bug of ours.
 */
export function failureOf(error: unknown): Failure {
  if (isDatabaseAway(error)) return { status: 503, code: 'database_away' };
  if (saysFull(error)) return { status: 507, code: 'disk_full' };
  for (const cause of causes(error)) if (cause instanceof OutsideFailed) return { status: 502, code: 'no_answer' };
  return { status: 500, code: 'fault' };
}

/** Problem details with the request's id, under which the error stands in the log. */
export function failed(error: unknown): Response {
  const { status, code } = failureOf(error);
  const { request } = requestNow() ?? {};
  return problem(status, code, request ? { request } : {});
}
