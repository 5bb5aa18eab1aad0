import { UseCode } from '#contracts/client';
import { deviceOf } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';
import type { APIRoute } from 'astro';
import type { z } from 'zod';

export const POST: APIRoute = (context) =>
  endpoint(
    UseCode,
    ({ app }) =>
      (request: z.infer<typeof UseCode>) =>
        app.useCode({ ...request, device: deviceOf(context) }),
  )(context);
