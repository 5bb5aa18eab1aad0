import { SaveTaxes } from '#contracts/services';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveTaxes, ({ app }) => app.saveTaxes);
