import { SaveBusiness } from '#contracts/settings/business';
import { saveBusiness } from '#contracts/routes/business/saveBusiness';
import { served, sizes } from '#contracts/routes/served';

export const saveBusinessServed = served(saveBusiness, {
  in: SaveBusiness,
  right: 'business:write',
  limits: { bytes: sizes.document },
});
