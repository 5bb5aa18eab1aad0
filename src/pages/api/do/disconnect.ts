import { OnAccount } from '#contracts/ways';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(OnAccount, ({ app }) => app.disconnect);
