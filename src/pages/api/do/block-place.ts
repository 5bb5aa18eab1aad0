import { BlockPlace } from '#contracts/places';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(BlockPlace, ({ app }) => app.blockPlace);
