import { reading } from '#server/http/endpoint';

export const GET = reading(async ({ locals, params }) => {
  const view = await locals.app.queries.client(params.link!);
  return 'fault' in view ? null : view;
});
