import { SignQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';
import type { z } from 'zod';

export const POST = endpoint(
  SignQuote,
  ({ app, address: origin }) =>
    (request: z.infer<typeof SignQuote>) =>
      app.signChange({ ...request, origin }),
);
