import { NewPasswordByLink } from '#contracts/door';
import { countedDoor } from '#server/http/counted';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(NewPasswordByLink, (locals) => countedDoor(locals, locals.app.door.newPassword));
