import { hasKey } from '#server/http/bearer';
import { problem } from '#server/http/problem';
import { metricsOf } from '#server/queries/health';
import type { APIRoute } from 'astro';

/** Figures for Prometheus, for whoever brings the key of the installation. */
export const GET: APIRoute = async ({ locals, request }) => {
  const { app } = locals;
  if (!hasKey(request.headers, app.config.healthKey)) return problem(404, 'not_found');
  const { type, text } = await metricsOf(await app.health());
  return new Response(text, { headers: { 'content-type': type } });
};
