import { type Answer, post } from '#islands/api';
import type { Challenge } from 'altcha-lib/types';

type Made = { readonly key: string };

/**
 * Sends a cart. While many are being left unpaid the server wants a little work from each device first: it is done here,
 * beside the page, and the same is sent once more.
 */
export async function postCart(cart: object): Promise<Answer<Made>> {
  const answer = await post<Made>('/api/client/checkout', cart);
  if (answer.ok || answer.problem.code !== 'work_wanted') return answer;
  const proof = await workOut(answer.problem.detail!.challenge as Challenge);
  return proof === null ? answer : post<Made>('/api/client/checkout', { ...cart, proof });
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
