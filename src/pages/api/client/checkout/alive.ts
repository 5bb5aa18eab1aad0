import { OnCheckout } from '#contracts/checkout';
import { ok } from '#core/result';
import { endpoint } from '#server/http/endpoint';

/** The page says that somebody is there: what it waits to be paid for is kept. */
export const POST = endpoint(
  OnCheckout,
  ({ app }) =>
    async ({ key }: OnCheckout) =>
      ok({ kept: await app.cartAlive(key) }),
);
