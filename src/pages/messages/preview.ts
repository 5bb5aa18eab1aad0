import { PreviewWording } from '#contracts/messages/wordings';
import { problem } from '#server/http/problem';
import { readForm } from '#server/http/readForm';
import type { APIRoute } from 'astro';

/** A letter as its reader gets it, in a frame of Messages; its policy lets it draw and nothing else. */
export const POST: APIRoute = async ({ locals, request }) => {
  const text = await readForm(request);
  if (!text) return problem(400, 'unreadable');
  const names = ['occasion', 'subject', 'body', 'number'] as const;
  const asked = PreviewWording.safeParse(Object.fromEntries(names.map((name) => [name, text(name)])));
  if (!asked.success) return problem(422, 'invalid_input', { path: asked.error.issues[0]?.path.join('.') ?? '' });
  const letter = await locals.app.previewLetter(asked.data);
  if (!letter.ok) return problem(404, letter.refusal.code);
  return new Response(letter.value, { headers: { 'content-type': 'text/html; charset=utf-8' } });
};
