import { BeginOffer } from '#contracts/settings/begin';
import { beginOffer } from '#contracts/routes/business/beginOffer';
import { served, sizes } from '#contracts/routes/served';

export const beginOfferServed = served(beginOffer, {
  in: BeginOffer,
  right: 'offer:write',
  limits: { bytes: sizes.document },
});
