import { route } from '#contracts/routes/route';
import type { PublishTerms } from '#contracts/catalogue/terms';
import type { z } from 'zod';

export const publishTerms = route<
  z.input<typeof PublishTerms>,
  { readonly termsId: string; readonly version: number }
>()('/api/terms/publish', [
  'terms_not_found',
  'terms_name_taken',
  'terms_unchanged',
  'terms_changed',
  'terms_cannot_be_used',
]);
