import { upload } from '#server/http/upload';
import { uploadFile } from '#server/files/files';
import type { APIRoute } from 'astro';

export const POST: APIRoute = ({ request, locals, url }) =>
  upload(request, url.searchParams.get('for') === 'picture' ? 'picture' : 'any', uploadFile(locals.app.deps));
