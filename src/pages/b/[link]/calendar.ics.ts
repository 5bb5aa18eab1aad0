import { bookingOfPaper } from '#server/http/linkPaper';
import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await bookingOfPaper(locals, params.link!);
  if (!opened) return problem(404, 'not_found');
  const { number, days } = await locals.app.calendarOf(opened.bookingId);
  return new Response(days, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `attachment; filename="${number}.ics"`,
    },
  });
};
