import { shortestPassphrase } from '#server/backup/format';
import { hasKey } from '#server/http/bearer';
import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';
import { z } from 'zod';

const Asked = z.strictObject({ passphrase: z.string().min(shortestPassphrase).max(1000) });

/** `ostendo backup`, run on this machine, asks for one; whoever does knows the installation's secret. */
export const POST: APIRoute = async ({ locals, request }) => {
  const { app } = locals;
  if (!hasKey(request.headers, app.deps.keyOf('machine', 'backup'))) return problem(404, 'not_found');
  const asked = Asked.safeParse(await request.json().catch(() => null));
  if (!asked.success) return problem(422, 'invalid_input', { path: 'passphrase' });
  const name = app.backups.start(asked.data.passphrase);
  return name === null ? problem(409, 'backup_under_way') : Response.json({ name }, { status: 202 });
};
