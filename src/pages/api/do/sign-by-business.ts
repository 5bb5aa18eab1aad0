import { SignByBusiness } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';
import type { z } from 'zod';

export const POST = endpoint(
  SignByBusiness,
  ({ app, address: origin }) =>
    (request: z.infer<typeof SignByBusiness>) =>
      app.signByBusiness({ ...request, origin }),
);
