import { hasKey } from '#server/http/bearer';
import { complaintsOf } from '#server/queries/health';
import type { APIRoute } from 'astro';

/** Whether it can serve now; with the key of the installation, how it is in figures. */
export const GET: APIRoute = async ({ locals, request }) => {
  const { app } = locals;
  const health = await app.health();
  const { stops, warns } = complaintsOf(health);
  const known = hasKey(request.headers, app.config.healthKey);
  const status = stops.length > 0 ? 'not_ready' : 'ok';
  return Response.json(known ? { status, stops, warns, ...health } : { status }, {
    status: stops.length > 0 ? 503 : 200,
  });
};
