import { ReportQuery } from '#contracts/books/books';
import { fileResponse } from '#server/http/download';
import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

/** A report of a period as a file, a PDF or a spreadsheet. */
export const GET: APIRoute = async ({ params, url, locals }) => {
  const { name, as } = params;
  const read = ReportQuery.safeParse({ name, ...Object.fromEntries(url.searchParams) });
  if (!read.success || (as !== 'csv' && as !== 'pdf')) return problem(404, 'not_found');
  const { from, until } = read.data;
  const { books } = locals.app;
  return fileResponse(await books.reportFile(read.data.name, await books.period({ from, until }), as));
};
