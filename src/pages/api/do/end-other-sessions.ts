import { Nothing } from '#contracts/door';
import { ok } from '#core/result';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(
  Nothing,
  ({ app, session }) =>
    async () =>
      ok({ ended: await app.endOtherSessions(session!) }),
);
