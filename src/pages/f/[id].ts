import { problem } from '#server/http/problem';
import { readFile } from '#server/files/files';
import type { APIRoute } from 'astro';

/** A picture to show, or a document to keep. Who has the id may read it; it cannot be guessed. */
export const GET: APIRoute = async ({ params, locals }) => {
  const file = await readFile(locals.app.deps)(params.id!);
  if (!file) return problem(404, 'not_found');
  const shown = file.type.startsWith('image/');
  const name = encodeURIComponent(file.name);
  return new Response(new Uint8Array(file.content), {
    headers: {
      'content-type': file.type,
      'content-disposition': `${shown ? 'inline' : 'attachment'}; filename*=UTF-8''${name}`,
      'cache-control': 'private, max-age=31536000, immutable',
    },
  });
};
