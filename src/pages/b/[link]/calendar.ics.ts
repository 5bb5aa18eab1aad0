import { mayOpen } from '#server/http/device';
import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await locals.app.bookingOfLink(params.link!);
  const may = await mayOpen(locals, params.link!);
  if (!may || 'fault' in opened || opened.purpose !== 'client') return problem(404, 'not_found');
  const { number, days } = await locals.app.calendarOf(opened.bookingId);
  return new Response(days, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `attachment; filename="${number}.ics"`,
    },
  });
};
