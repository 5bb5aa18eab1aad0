import { metrics } from '#server/http/health';
import type { APIRoute } from 'astro';

export const GET: APIRoute = metrics;
