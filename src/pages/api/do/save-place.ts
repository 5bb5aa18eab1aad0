import { SavePlace } from '#contracts/places';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SavePlace, ({ app }) => app.savePlace);
