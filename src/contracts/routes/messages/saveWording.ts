import { route } from '#contracts/routes/route';
import type { SaveWording } from '#contracts/messages/wordings';
import type { z } from 'zod';

export const saveWording = route<z.input<typeof SaveWording>, { readonly edition: number }>()(
  '/api/messages/save-wording',
  ['wording_changed', 'field_unknown'],
);
