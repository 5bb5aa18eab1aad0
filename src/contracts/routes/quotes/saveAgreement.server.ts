import { SaveAgreement } from '#contracts/quotes/quotes';
import { saveAgreement } from '#contracts/routes/quotes/saveAgreement';
import { served, sizes } from '#contracts/routes/served';

export const saveAgreementServed = served(saveAgreement, {
  in: SaveAgreement,
  right: 'quotes:write',
  limits: { bytes: sizes.text },
});
