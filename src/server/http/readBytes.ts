/** The body of a request, read only as far as the limit; null where it is longer, whatever it claims. */
export async function readBytes(request: Request, limit: number): Promise<Uint8Array | null> {
  if (Number(request.headers.get('content-length') ?? 0) > limit || !request.body)
    return request.body ? null : new Uint8Array();
  const chunks: Uint8Array[] = [];
  let length = 0;
  for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
    length += chunk.length;
    if (length > limit) return null;
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}
