import { UseCode } from '#contracts/client';
import { counted } from '#server/http/counted';
import { deviceOf } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';
import type { APIRoute } from 'astro';

export const POST: APIRoute = (context) =>
  endpoint(UseCode, (locals) =>
    counted(
      locals,
      'deviceCode',
      { counts: (result) => !result.ok && result.refusal.code === 'code_wrong' },
      (request: UseCode) => locals.app.useCode({ ...request, device: deviceOf(context) }),
    ),
  )(context);
