import type { APIRoute } from 'astro';

/** The reader's own address: a card is presented to it, or the payment is stopped there. */
export const POST: APIRoute = async ({ locals, request, redirect }) => {
  const form = await request.formData();
  const reference = String(form.get('reference') ?? '');
  const card = form.get('answer') === 'present' ? String(form.get('card') ?? '') : null;
  const presented = await locals.app.world.presentCard(reference, card);
  if (typeof presented === 'object') return redirect('/stand-in/reader?fault=card', 303);
  await locals.app.settle();
  const outcome = await locals.app.world.outcomeAtReader(reference);
  return redirect(`/stand-in/reader?done=${outcome}`, 303);
};
