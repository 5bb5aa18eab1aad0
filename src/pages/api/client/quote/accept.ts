import { AcceptQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';
import type { z } from 'zod';

export const POST = endpoint(
  AcceptQuote,
  ({ app, address: origin }) =>
    (request: z.infer<typeof AcceptQuote>) =>
      app.acceptQuote({ ...request, origin }),
);
