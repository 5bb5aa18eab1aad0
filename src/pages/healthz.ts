import { healthy } from '#server/http/health';
import type { APIRoute } from 'astro';
import packageJson from '../../package.json';

export const GET: APIRoute = (context) => healthy(context, packageJson.version);
