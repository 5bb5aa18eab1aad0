import { shortestPassphrase } from '#server/backup/format';
import { hasKey } from '#server/http/bearer';
import { isWhole } from '#server/loading';
import { problem } from '#server/http/problem';
import { complaintsOf, metricsOf, mostSilence } from '#server/queries/settings/health';
import type { APIContext } from 'astro';
import { z } from 'zod';

type Asked = Pick<APIContext, 'locals' | 'request'>;

/** Whether this process lives and its agenda moves; who starts it anew asks this, and the database has no say in it. */
export function live({ locals }: Asked): Response {
  const stuck = locals.app.agendaSilence() > mostSilence;
  return Response.json({ status: stuck ? 'agenda_stuck' : 'ok' }, { status: stuck ? 503 : 200 });
}

/** Whether it can serve now; with the key of the installation, how it is in figures. */
export async function ready({ locals, request }: Asked): Promise<Response> {
  const { app } = locals;
  // The database may not even be read by then.
  if ((await app.room.stop()) === 'disk_read_only')
    return Response.json({ status: 'not_ready', stops: ['disk_read_only'] }, { status: 503 });
  const health = await app.health();
  const { stops: others, warns } = complaintsOf(health);
  const stops = isWhole() ? others : ['not_loaded', ...others];
  const known = hasKey(request.headers, app.config.healthKey);
  const status = stops.length > 0 ? 'not_ready' : 'ok';
  const code = stops.length > 0 ? 503 : 200;
  return Response.json(known ? { status, stops, warns, ...health } : { status }, { status: code });
}

/** Figures for Prometheus, for whoever brings the key of the installation. */
export async function metrics({ locals, request }: Asked): Promise<Response> {
  const { app } = locals;
  if (!hasKey(request.headers, app.config.healthKey)) return problem(404, 'not_found');
  const { type, text } = await metricsOf(await app.health());
  return new Response(text, { headers: { 'content-type': type } });
}

/** Whether it serves, to anybody; with the key of the installation, what runs and how. */
export async function healthy({ locals, request }: Asked, version: string): Promise<Response> {
  const { app } = locals;
  if ((await app.room.stop()) === 'disk_read_only') return Response.json({ status: 'disk_read_only' }, { status: 503 });
  await app.queries.isSetUp(); // it can serve only where the database answers
  const agenda = app.agendaSilence() > mostSilence ? 'stuck' : 'ok';
  const status = isWhole() ? agenda : 'not_loaded';
  const more = { version, database: app.engine, agenda };
  const known = hasKey(request.headers, app.config.healthKey);
  return Response.json({ status, ...(known ? more : {}) }, { status: status === 'ok' ? 200 : 503 });
}

const BackupAsked = z.strictObject({ passphrase: z.string().min(shortestPassphrase).max(1000) });

/** `ostendo backup`, run on this machine, asks for one; whoever does knows the installation's secret. */
export async function backup({ locals, request }: Asked): Promise<Response> {
  const { app } = locals;
  if (!hasKey(request.headers, app.deps.keyOf('machine', 'backup'))) return problem(404, 'not_found');
  const asked = BackupAsked.safeParse(await request.json().catch(() => null));
  if (!asked.success) return problem(422, 'invalid_input', { path: 'passphrase' });
  const name = app.backups.start(asked.data.passphrase);
  return name === null ? problem(409, 'backup_under_way') : Response.json({ name }, { status: 202 });
}
