import { OnLink } from '#contracts/client';
import { counted } from '#server/http/counted';
import { deviceOf } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';
import type { APIRoute } from 'astro';

/** Each letter counts, by network and by the device that asks for it. */
export const POST: APIRoute = (context) =>
  endpoint(OnLink, (locals) => {
    const device = deviceOf(context);
    return counted(locals, 'codeLetter', { subject: () => device, counts: ({ ok }) => ok }, (request: OnLink) =>
      locals.app.sendCode({ ...request, device }),
    );
  })(context);
