import { ready } from '#server/http/health';
import type { APIRoute } from 'astro';

export const GET: APIRoute = ready;
