import type { SaveTemplate } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveTemplate = route<z.input<typeof SaveTemplate>, { readonly id: string; readonly edition: number }>()(
  '/api/quotes/save-template',
  ['template_not_found', 'template_changed'],
);
