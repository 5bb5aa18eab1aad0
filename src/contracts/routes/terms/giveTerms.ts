import { route } from '#contracts/routes/route';
import type { GiveTerms } from '#contracts/catalogue/terms';
import type { z } from 'zod';

export const giveTerms = route<z.input<typeof GiveTerms>, { readonly given: number }>()('/api/terms/give', [
  'terms_not_found',
  'terms_cannot_be_used',
]);
