import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

/** Nobody signs up by themselves: the first start makes the owner. */
const offered = ['/api/auth/sign-in/email', '/api/auth/sign-out', '/api/auth/get-session'];

export const ALL: APIRoute = ({ locals, request, url }) =>
  offered.includes(url.pathname) ? locals.app.signIn.handler(request) : problem(404, 'not_found');
