import { served } from '#contracts/routes/served';
import { saveTaxes } from '#contracts/routes/services/saveTaxes';
import { SaveTaxes } from '#contracts/catalogue/services';

export const saveTaxesServed = served(saveTaxes, { in: SaveTaxes, right: 'offer:write' });
