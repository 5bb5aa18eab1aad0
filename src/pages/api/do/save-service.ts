import { SaveService } from '#contracts/services';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveService, ({ app }) => app.saveService);
