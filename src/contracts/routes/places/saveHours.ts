import type { SaveHours } from '#contracts/places/places';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveHours = route<z.input<typeof SaveHours>, { readonly kept: true }>()('/api/places/save-hours');
