import { RateLimiterMemory } from 'rate-limiter-flexible';

/** Wrong links from one address are counted: who tries many is slowed down, who has a good link never is. */
export function linkGuard() {
  const wrong = new RateLimiterMemory({ points: 20, duration: 600 });
  return {
    linkTries: async (address: string): Promise<boolean> => ((await wrong.get(address))?.remainingPoints ?? 1) > 0,
    linkFailed: (address: string): Promise<unknown> => wrong.consume(address).catch(() => undefined),
  };
}
