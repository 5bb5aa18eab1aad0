import { served, sizes } from '#contracts/routes/served';
import { giveTerms } from '#contracts/routes/terms/giveTerms';
import { GiveTerms } from '#contracts/catalogue/terms';

export const giveTermsServed = served(giveTerms, {
  in: GiveTerms,
  right: 'terms:write',
  limits: { bytes: sizes.document },
});
