import type { IncomingMessage } from 'node:http';

export type Body = { readonly bytes: Buffer } | { readonly fault: 'too_large' | 'not_whole' };

/**
 * The body of a request, read only as far as its limit: one that says that it is longer is not read at all.
 * A request that breaks off is not whole.
 */
export async function readBody(request: IncomingMessage, limit: number): Promise<Body> {
  if (Number(request.headers['content-length'] ?? 0) > limit) return { fault: 'too_large' };
  const pieces: Buffer[] = [];
  let length = 0;
  try {
    for await (const piece of request as AsyncIterable<Buffer>) {
      length += piece.length;
      if (length > limit) return { fault: 'too_large' };
      pieces.push(piece);
    }
  } catch {
    return { fault: 'not_whole' };
  }
  return request.complete ? { bytes: Buffer.concat(pieces) } : { fault: 'not_whole' };
}
