import { addressHeader } from '#server/http/signIn';
import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

/** Nobody signs up by themselves: the first start makes the owner. */
const offered = ['/api/auth/sign-in/email', '/api/auth/sign-out', '/api/auth/get-session'];

export const ALL: APIRoute = ({ locals, request, url, clientAddress }) => {
  if (!offered.includes(url.pathname)) return problem(404, 'not_found');
  const known = new Request(request);
  known.headers.set(addressHeader, clientAddress);
  return locals.app.signIn.handler(known);
};
