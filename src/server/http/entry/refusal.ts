import { plainPage } from '#server/http/entry/plainPage';
import { problemOf } from '#server/http/problem';
import type { IncomingMessage, ServerResponse } from 'node:http';

/** What a person reads who meets one of these in a browser. */
const pages: Readonly<Record<number, { readonly title: string; readonly text: string }>> = {
  404: {
    title: 'There is nothing here',
    text: 'The address may be cut off or mistyped. Look again at the message that it came from.',
  },
  500: {
    title: 'That went wrong, and it is our fault',
    text: 'Nothing that you did was half done. Try it once more; if it fails again, tell us the number below.',
  },
  503: {
    title: 'Just a moment',
    text: 'Ostendo is starting, or cannot reach its database. Nothing is lost. Look again in a minute.',
  },
  507: {
    title: 'Just a moment',
    text: 'Ostendo cannot get at its data just now. Nothing is lost. Look again in a while.',
  },
};
const other = { title: 'This cannot be answered', text: 'The request was not one that Ostendo understands.' };

export const wantsPage = ({ headers, url = '' }: Pick<IncomingMessage, 'headers' | 'url'>): boolean =>
  !url.startsWith('/api/') && (headers.accept ?? '').includes('text/html');

/** The page of a status, with the id of the request where it helps to tell it. */
export function pageOf(status: number, requestId: string): string {
  const { title, text } = pages[status] ?? other;
  return plainPage({ title, text: status === 500 ? `${text} (${requestId})` : text });
}

/** Ends a request that goes no further, as a page or as problem details (RFC 9457), by what its caller reads. */
export function refuseWith(
  request: IncomingMessage,
  response: ServerResponse,
  about: { readonly status: number; readonly code: string; readonly requestId: string; readonly detail?: unknown },
): void {
  if (response.headersSent) return void response.destroy();
  const { status, code, requestId, detail } = about;
  response.statusCode = status;
  response.setHeader('cache-control', 'no-store');
  // What was not read must not be taken for the next request.
  if (!request.complete) response.setHeader('connection', 'close');
  if (wantsPage(request)) {
    response.setHeader('content-type', 'text/html; charset=utf-8');
    response.end(request.method === 'HEAD' ? undefined : pageOf(status, requestId));
    return;
  }
  response.setHeader('content-type', 'application/problem+json');
  const body = problemOf(status, code, { request: requestId, ...(detail === undefined ? {} : { detail }) });
  response.end(request.method === 'HEAD' ? undefined : JSON.stringify(body));
}
