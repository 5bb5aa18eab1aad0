import { problem } from '#server/http/problem';
import { readForm } from '#server/http/readForm';
import type { APIRoute } from 'astro';

/** The owner's answer on a processor's page: leads back to set-up with a code, or without one. */
export const POST: APIRoute = async ({ locals, request, redirect }) => {
  const text = await readForm(request);
  if (!text) return problem(400, 'unreadable');
  const provider = text('provider');
  const { adapters } = locals.app.deps;
  const currency = text('currency');
  if (!Object.hasOwn(adapters, provider) || !adapters[provider]!.currencies.includes(currency))
    return problem(422, 'invalid_input', { path: 'provider' });
  const state = text('state');
  if (text('answer') !== 'yes') return redirect(`/set-up/connected?${new URLSearchParams({ state }).toString()}`, 303);
  const mode = text('mode') === 'live' ? 'live' : 'test';
  if (mode === 'live' && !locals.app.config.standInsOpen) return problem(404, 'not_found');
  const code = await locals.app.world.agree({ provider, mode, currency });
  return redirect(`/set-up/connected?${new URLSearchParams({ state, code }).toString()}`, 303);
};
