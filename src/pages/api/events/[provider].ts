import type { APIRoute } from 'astro';

export const POST: APIRoute = async ({ locals, params, request }) => {
  const status = await locals.app.receiveEvent(params.provider!, await request.text(), request.headers);
  return new Response(null, { status });
};
