import { served, sizes } from '#contracts/routes/served';
import { publishTerms } from '#contracts/routes/terms/publishTerms';
import { PublishTerms } from '#contracts/catalogue/terms';

export const publishTermsServed = served(publishTerms, {
  in: PublishTerms,
  right: 'terms:write',
  limits: { bytes: sizes.document },
});
