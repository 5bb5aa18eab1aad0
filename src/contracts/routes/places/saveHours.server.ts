import { SaveHours } from '#contracts/places/places';
import { saveHours } from '#contracts/routes/places/saveHours';
import { served, sizes } from '#contracts/routes/served';

export const saveHoursServed = served(saveHours, {
  in: SaveHours,
  right: 'offer:write',
  limits: { bytes: sizes.document },
});
