import type { SentTo } from '#contracts/routes/route';
import { checkOut } from '#contracts/routes/checkout';
import { type AnswerOf, call } from '#islands/api';
import type { Challenge } from 'altcha-lib/types';

/**
 * Sends a cart. While many are being left unpaid the server wants a little work from each device first: it is done here,
 * beside the page, and the same is sent once more.
 */
export async function postCart(cart: SentTo<typeof checkOut>): Promise<AnswerOf<typeof checkOut>> {
  const answer = await call(checkOut, cart);
  if (answer.ok || answer.problem.code !== 'work_wanted') return answer;
  const proof = await workOut(answer.problem.detail!.challenge as Challenge);
  return proof === null ? answer : call(checkOut, { ...cart, proof });
}

/** Resolves null where the device cannot do it. */
function workOut(challenge: Challenge): Promise<string | null> {
  return new Promise((resolve) => {
    const worker = new Worker(new URL('./work.worker.ts', import.meta.url), { type: 'module' });
    const end = (proof: string | null): void => {
      worker.terminate();
      resolve(proof);
    };
    worker.onmessage = ({ data }: MessageEvent<string | null>) => end(data);
    worker.onerror = () => end(null);
    worker.postMessage(challenge);
  });
}
