import { problem } from '#server/http/problem';
import { readForm } from '#server/http/readForm';
import type { APIRoute } from 'astro';

/** The reader's own address: a card is presented to it, or the payment is stopped there. */
export const POST: APIRoute = async ({ locals, request, redirect }) => {
  const text = await readForm(request);
  if (!text) return problem(400, 'unreadable');
  const reference = text('reference');
  const card = text('answer') === 'present' ? text('card') : null;
  const presented = await locals.app.world.presentCard(reference, card);
  if (typeof presented === 'object') return redirect('/stand-in/reader?fault=card', 303);
  if (presented === 'done') await locals.app.settleSoon();
  const outcome = await locals.app.world.outcomeAtReader(reference);
  return redirect(`/stand-in/reader?done=${outcome}`, 303);
};
