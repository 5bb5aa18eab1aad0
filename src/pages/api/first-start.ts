import { FirstStart } from '#contracts/owner';
import { countedDoor } from '#server/http/counted';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(FirstStart, (locals) => countedDoor(locals, locals.app.firstStart));
