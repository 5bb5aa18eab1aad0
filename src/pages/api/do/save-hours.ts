import { SaveHours } from '#contracts/places';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveHours, ({ app }) => app.saveHours);
