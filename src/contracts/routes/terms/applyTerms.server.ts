import { served, sizes } from '#contracts/routes/served';
import { applyTerms } from '#contracts/routes/terms/applyTerms';
import { ApplyTerms } from '#contracts/catalogue/terms';

export const applyTermsServed = served(applyTerms, {
  in: ApplyTerms,
  right: 'terms:write',
  limits: { bytes: sizes.document },
});
