import { outOfBounds } from '#server/http/bounds';
import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

/** A processor's own address: its frame sends numbers here, and the application has only tokens. */
export const POST: APIRoute = async ({ locals, request }) => {
  const body = (await request.json().catch(() => null)) as { number?: unknown; account?: unknown } | null;
  if (typeof body?.number !== 'string' || body.number.length > 60 || outOfBounds(body))
    return problem(422, 'not_a_number', { path: 'number' });
  const account = String(body.account ?? '');
  if (!(await locals.app.isFramed(account))) return problem(404, 'account_unknown');
  const card = await locals.app.world.tokenise(account, body.number);
  return 'fault' in card ? problem(422, card.fault, { path: 'number' }) : Response.json(card);
};
