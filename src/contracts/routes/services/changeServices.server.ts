import { served, sizes } from '#contracts/routes/served';
import { changeServices } from '#contracts/routes/services/changeServices';
import { ChangeServices } from '#contracts/catalogue/services';

export const changeServicesServed = served(changeServices, {
  in: ChangeServices,
  right: 'offer:write',
  limits: { bytes: sizes.document },
});
