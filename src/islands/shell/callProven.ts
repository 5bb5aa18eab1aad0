import type { AnyRoute, SentTo } from '#contracts/routes/route';
import { type AnswerOf, call } from '#islands/api';

/** Asks the person to show again who they are; answers whether they did. */
type Prover = (by: 'code' | 'password') => Promise<boolean>;
let prover: Prover | null = null;
export const setProver = (next: Prover | null): void => {
  prover = next;
};

/**
 * Asks a route to do something for who is signed in: where the server wants to be shown first who asks, the person is
 * asked, and the same is sent once more.
 */
export async function callProven<R extends AnyRoute>(route: R, input: SentTo<R>): Promise<AnswerOf<R>> {
  const answer = await call(route, input);
  if (answer.ok || answer.problem.code !== 'proof_needed' || !prover) return answer;
  const by = answer.problem.detail?.by === 'code' ? 'code' : 'password';
  return (await prover(by)) ? call(route, input) : answer;
}
