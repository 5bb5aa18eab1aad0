import { hasKey } from '#server/http/bearer';
import { mostSilence } from '#server/queries/health';
import type { APIRoute } from 'astro';
import packageJson from '../../package.json';

/** Whether it serves, to anybody; with the key of the installation, what runs and how. */
export const GET: APIRoute = async ({ locals, request }) => {
  const { app } = locals;
  await app.queries.isSetUp(); // it can serve only where the database answers
  const agenda = app.agendaSilence() > mostSilence ? 'stuck' : 'ok';
  const more = { version: packageJson.version, database: app.engine, agenda };
  const known = hasKey(request.headers, app.config.healthKey);
  return Response.json({ status: agenda, ...(known ? more : {}) }, { status: agenda === 'ok' ? 200 : 503 });
};
