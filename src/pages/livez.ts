import { mostSilence } from '#server/queries/health';
import type { APIRoute } from 'astro';

/** Whether this process lives and its agenda moves; who starts it anew asks this, and the database has no say in it. */
export const GET: APIRoute = ({ locals }) => {
  const stuck = locals.app.agendaSilence() > mostSilence;
  return Response.json({ status: stuck ? 'agenda_stuck' : 'ok' }, { status: stuck ? 503 : 200 });
};
