import { ChangeServices, SaveService, SaveTaxes } from '#contracts/catalogue/services';
import { ApplyTerms, GiveTerms, PublishTerms } from '#contracts/catalogue/terms';
import {
  applyTerms,
  changeServices,
  giveTerms,
  publishTerms,
  saveService,
  saveTaxes,
  servicesView,
} from '#contracts/routes/catalogue';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const changeServicesServed = served(changeServices, {
  in: ChangeServices,
  right: 'offer:write',
  limits: { bytes: sizes.document },
});

export const saveServiceServed = served(saveService, {
  in: SaveService,
  right: 'offer:write',
  limits: { bytes: sizes.document },
});

export const saveTaxesServed = served(saveTaxes, { in: SaveTaxes, right: 'offer:write' });

export const servicesViewServed = served(servicesView, { in: z.object({}), right: 'business:see' });

export const applyTermsServed = served(applyTerms, {
  in: ApplyTerms,
  right: 'terms:write',
  limits: { bytes: sizes.document },
});

export const giveTermsServed = served(giveTerms, {
  in: GiveTerms,
  right: 'terms:write',
  limits: { bytes: sizes.document },
});

export const publishTermsServed = served(publishTerms, {
  in: PublishTerms,
  right: 'terms:write',
  limits: { bytes: sizes.document },
});
