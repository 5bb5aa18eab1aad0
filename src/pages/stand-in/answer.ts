import { safeBack } from '#server/http/safeBack';
import type { APIRoute } from 'astro';

/** The bank's page sends the client's answer here and leads back to where the client came from. */
export const POST: APIRoute = async ({ locals, request, redirect }) => {
  const form = await request.formData();
  const secret = String(form.get('secret') ?? '');
  const back = safeBack(String(form.get('back') ?? ''));
  await locals.app.world.answerConfirmation(secret, form.get('answer') === 'yes');
  await locals.app.settle();
  return redirect(back !== '' ? back : `/stand-in/bank/${encodeURIComponent(secret)}`, 303);
};
