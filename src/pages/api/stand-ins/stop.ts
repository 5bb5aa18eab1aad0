import { endpoint } from '#server/http/endpoint';
import { z } from 'zod';

export const POST = endpoint(z.strictObject({}), ({ app }) => app.stopMovingClock);
