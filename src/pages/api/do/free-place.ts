import { FreePlace } from '#contracts/places';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(FreePlace, ({ app }) => app.freePlace);
