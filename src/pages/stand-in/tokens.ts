import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

/** The card network's own address: its frame sends numbers here, and the application has only tokens. */
export const POST: APIRoute = async ({ locals, request }) => {
  const body = (await request.json().catch(() => null)) as { number?: unknown } | null;
  if (typeof body?.number !== 'string' || body.number.length > 40)
    return problem(422, 'not_a_number', { path: 'number' });
  const card = await locals.app.world.tokenise(body.number);
  return 'fault' in card ? problem(422, card.fault, { path: 'number' }) : Response.json(card);
};
