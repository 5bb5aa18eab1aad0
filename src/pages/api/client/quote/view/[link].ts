import { reading } from '#server/http/endpoint';

export const GET = reading(async ({ locals, params }) => {
  const page = await locals.app.queries.quotePage(params.link!);
  return 'fault' in page ? null : page;
});
