import type { APIRoute } from 'astro';
import packageJson from '../../package.json';

export const GET: APIRoute = async ({ locals }) => {
  await locals.app.queries.isSetUp(); // it can serve only where the database answers
  return Response.json({ status: 'ok', version: packageJson.version, database: locals.app.engine });
};
