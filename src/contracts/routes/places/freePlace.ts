import type { FreePlace } from '#contracts/places/places';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const freePlace = route<z.input<typeof FreePlace>, null>()('/api/places/free', ['block_not_found']);
