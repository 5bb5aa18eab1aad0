import { problem } from '#server/http/problem';

/** A PDF to keep; 404 where there is none. */
export const pdfResponse = (file: { readonly filename: string; readonly content: Uint8Array } | null): Response =>
  file
    ? new Response(new Uint8Array(file.content), {
        headers: {
          'content-type': 'application/pdf',
          'content-disposition': `attachment; filename="${file.filename}"`,
        },
      })
    : problem(404, 'not_found');

/** A drawing that a page shows; 404 where there is none. */
export const svgResponse = (svg: string | null): Response =>
  svg === null
    ? problem(404, 'not_found')
    : new Response(svg, { headers: { 'content-type': 'image/svg+xml', 'cache-control': 'private, no-store' } });

type File = { readonly filename: string; readonly content: Uint8Array; readonly type: string };

/** A file to keep; 404 where there is none. */
export const fileResponse = (file: File | null): Response =>
  file
    ? new Response(new Uint8Array(file.content), {
        headers: { 'content-type': file.type, 'content-disposition': `attachment; filename="${file.filename}"` },
      })
    : problem(404, 'not_found');

/** A text as it is written, piece by piece: nothing of it is held whole, and whoever stops reading stops the writing. */
export function streamed(pieces: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    async pull(controller) {
      const { done, value } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
}
