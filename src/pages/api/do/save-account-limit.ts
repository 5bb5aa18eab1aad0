import { SaveAccountLimit } from '#contracts/ways';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveAccountLimit, ({ app }) => app.saveAccountLimit);
