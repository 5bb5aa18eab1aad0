import { problem } from '#server/http/problem';
import { readForm } from '#server/http/readForm';
import { safeBack } from '#server/http/safeBack';
import type { APIRoute } from 'astro';

/** The bank's page sends the client's answer here and leads back to where the client came from. */
export const POST: APIRoute = async ({ locals, request, redirect }) => {
  const text = await readForm(request);
  if (!text) return problem(400, 'unreadable');
  const secret = text('secret');
  const back = safeBack(text('back'));
  const answered = await locals.app.world.answerConfirmation(secret, text('answer') === 'yes');
  if (answered === 'done') await locals.app.settleSoon();
  return redirect(back !== '' ? back : `/stand-in/bank/${encodeURIComponent(secret)}`, 303);
};
