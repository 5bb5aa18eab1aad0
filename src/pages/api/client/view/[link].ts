import { mayOpen } from '#server/http/device';
import { reading } from '#server/http/endpoint';

export const GET = reading(async ({ locals, params }) => {
  if (!(await mayOpen(locals, params.link!))) return null;
  const view = await locals.app.queries.client(params.link!);
  return 'fault' in view ? null : view;
});
