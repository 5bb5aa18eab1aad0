import { networkOf } from '#server/rateLimits/network';
import { RateLimiterMemory } from 'rate-limiter-flexible';

/**
 * Links that open nothing, counted by network and in this process alone: 256 bits cannot be guessed, and a count in the
 * database at each page that is opened would cost everybody more than it keeps off.
 */
export function linkGuard() {
  const wrong = new RateLimiterMemory({ points: 20, duration: 600 });
  return {
    linkTries: async (address: string): Promise<boolean> =>
      ((await wrong.get(networkOf(address)))?.remainingPoints ?? 1) > 0,
    linkFailed: (address: string): Promise<unknown> => wrong.consume(networkOf(address)).catch(() => undefined),
  };
}
