import { upload } from '#server/http/upload';
import type { APIRoute } from 'astro';

export const POST: APIRoute = ({ request, locals, url }) =>
  upload(request, url.searchParams.get('for') === 'picture' ? 'picture' : 'any', locals.app.uploadFile);
