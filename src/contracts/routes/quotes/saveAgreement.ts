import type { SaveAgreement } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveAgreement = route<z.input<typeof SaveAgreement>, { readonly id: string; readonly edition: number }>()(
  '/api/quotes/save-agreement',
  ['agreement_not_found', 'agreement_edited'],
);
