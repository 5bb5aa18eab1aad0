import { problem } from '#server/http/problem';
import { readBytes } from '#server/http/readBytes';
import { mostFileBytes, type uploadFile } from '#server/files/files';

/** Takes the bytes of one file; its name stands, percent-encoded, in a header. */
export async function upload(
  request: Request,
  wanted: 'picture' | 'any',
  keep: ReturnType<typeof uploadFile>,
): Promise<Response> {
  const bytes = await readBytes(request, mostFileBytes);
  if (!bytes) return problem(409, 'file_too_large', { detail: { limit: mostFileBytes } });
  let name = 'file';
  try {
    name = decodeURIComponent(request.headers.get('x-file-name') ?? 'file')
      .replace(/\p{Cc}/gu, '')
      .slice(0, 200);
  } catch {
    // A name that cannot be read is no reason to refuse the file.
  }
  const kept = await keep(bytes, name, wanted);
  if (kept.ok) return Response.json(kept.value);
  const { code, ...detail } = kept.refusal;
  return problem(409, code, { detail });
}
