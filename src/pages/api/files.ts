import { problem } from '#server/http/problem';
import { readBytes } from '#server/http/readBytes';
import { mostFileBytes } from '#server/usecases/files';
import type { APIRoute } from 'astro';

/** The bytes of one file; its name, percent-encoded, in a header. */
export const POST: APIRoute = async ({ request, locals, url }) => {
  const bytes = await readBytes(request, mostFileBytes);
  if (!bytes) return problem(409, 'file_too_large', { detail: { limit: mostFileBytes } });
  let name = 'file';
  try {
    name = decodeURIComponent(request.headers.get('x-file-name') ?? 'file');
  } catch {
    // A name that cannot be read is no reason to refuse the file.
  }
  const kept = await locals.app.uploadFile(bytes, name, url.searchParams.get('for') === 'picture' ? 'picture' : 'any');
  if (kept.ok) return Response.json(kept.value);
  const { code, ...detail } = kept.refusal;
  return problem(409, code, { detail });
};
