import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

/** The owner's answer on a processor's page: leads back to set-up with a code, or without one. */
export const POST: APIRoute = async ({ locals, request, redirect }) => {
  const form = await request.formData();
  const text = (name: string): string => String(form.get(name) ?? '');
  const provider = locals.app.deps.providers.all.find(({ id }) => id === text('provider'));
  const currency = text('currency');
  if (!provider?.currencies.includes(currency)) return problem(422, 'invalid_input', { path: 'provider' });
  const state = text('state');
  if (text('answer') !== 'yes') return redirect(`/set-up/connected?${new URLSearchParams({ state }).toString()}`, 303);
  const mode = text('mode') === 'live' ? 'live' : 'test';
  const code = await locals.app.world.agree({ provider: provider.id, mode, currency });
  return redirect(`/set-up/connected?${new URLSearchParams({ state, code }).toString()}`, 303);
};
