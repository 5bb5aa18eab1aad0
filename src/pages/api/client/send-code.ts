import { OnLink } from '#contracts/client';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(OnLink, ({ app }) => app.sendCode);
