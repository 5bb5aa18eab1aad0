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
