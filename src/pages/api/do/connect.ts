import { Connect } from '#contracts/ways';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(Connect, ({ app }) => app.connect);
