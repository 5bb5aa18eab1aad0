import type { APIRoute } from 'astro';
import packageJson from '../../package.json';

/** Seconds after which an agenda that does not move on is stuck: twice the longest call outside, and more. */
const mostSilence = 90;

export const GET: APIRoute = async ({ locals }) => {
  const { app } = locals;
  await app.queries.isSetUp(); // it can serve only where the database answers
  const agenda = app.agendaSilence() > mostSilence ? 'stuck' : 'ok';
  const about = { status: agenda, version: packageJson.version, database: app.engine, agenda };
  return Response.json(about, { status: agenda === 'ok' ? 200 : 503 });
};
