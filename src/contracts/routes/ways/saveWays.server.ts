import { served, sizes } from '#contracts/routes/served';
import { saveWays } from '#contracts/routes/ways/saveWays';
import { SaveWays } from '#contracts/paymentMethods/paymentMethods';

export const saveWaysServed = served(saveWays, {
  in: SaveWays,
  right: 'accounts:connect',
  limits: { bytes: sizes.document },
});
