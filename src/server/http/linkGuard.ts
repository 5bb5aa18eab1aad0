import { RateLimiterMemory } from 'rate-limiter-flexible';

/** Counts what goes wrong from one address: who tries many is slowed down, who gets it right never is. */
function guard(points: number, duration: number) {
  const wrong = new RateLimiterMemory({ points, duration });
  return {
    tries: async (address: string): Promise<boolean> => ((await wrong.get(address))?.remainingPoints ?? 1) > 0,
    failed: (address: string): Promise<unknown> => wrong.consume(address).catch(() => undefined),
  };
}

export function linkGuard() {
  const links = guard(20, 600);
  const codes = guard(8, 900);
  const cards = guard(12, 3600);
  return {
    ...{ linkTries: links.tries, linkFailed: links.failed, codeTries: codes.tries, codeFailed: codes.failed },
    ...{ cardTries: cards.tries, cardFailed: cards.failed },
  };
}
