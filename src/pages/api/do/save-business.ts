import { SaveBusiness } from '#contracts/business';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveBusiness, ({ app }) => app.saveBusiness);
