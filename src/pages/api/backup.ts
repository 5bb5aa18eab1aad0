import { backup } from '#server/http/health';
import type { APIRoute } from 'astro';

export const POST: APIRoute = backup;
