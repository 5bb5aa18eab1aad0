import { SignByBusiness } from '#contracts/quotes/quotes';
import { signByBusiness } from '#contracts/routes/quotes/signByBusiness';
import { served, sizes } from '#contracts/routes/served';

export const signByBusinessServed = served(signByBusiness, {
  in: SignByBusiness,
  right: 'quotes:write',
  limits: { bytes: sizes.drawing },
});
