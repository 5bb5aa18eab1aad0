import { mayOpen, maySeeAll } from '#server/http/device';
import { reading } from '#server/http/endpoint';

export const GET = reading(async ({ locals, params }) => {
  if (!(await mayOpen(locals, params.link!))) return null;
  const view = await locals.app.queries.client(params.link!, await maySeeAll(locals, params.link!));
  return 'fault' in view ? null : view;
});
