import { served, sizes } from '#contracts/routes/served';
import { saveService } from '#contracts/routes/services/saveService';
import { SaveService } from '#contracts/catalogue/services';

export const saveServiceServed = served(saveService, {
  in: SaveService,
  right: 'offer:write',
  limits: { bytes: sizes.document },
});
