import { SignQuote } from '#contracts/quotes';
import { linkEndpoint } from '#server/http/linkEndpoint';
import type { z } from 'zod';

export const POST = linkEndpoint(
  SignQuote,
  ({ app, address: origin }) =>
    (request: z.infer<typeof SignQuote>) =>
      app.signChange({ ...request, origin }),
);
