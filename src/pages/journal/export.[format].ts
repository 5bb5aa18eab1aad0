import { PeriodOfExport } from '#contracts/books/books';
import { streamed } from '#server/http/download';
import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

/** The journal of a period, streamed: nothing of it is held whole. */
export const GET: APIRoute = ({ params, url, locals }) => {
  const read = PeriodOfExport.safeParse(Object.fromEntries(url.searchParams));
  const made = read.success ? locals.app.books.exported(params.format!, read.data) : null;
  if (!made) return problem(404, 'not_found');
  const { file, pieces } = made;
  return new Response(streamed(pieces), {
    headers: {
      'content-type': file.type,
      'content-disposition': `attachment; filename="journal.${file.ending}"`,
    },
  });
};
