import type { APIRoute } from 'astro';

export const POST: APIRoute = async ({ locals, request }) => {
  const status = await locals.app.receiveEvent(await request.text(), request.headers);
  return new Response(null, { status });
};
