import { AskPayer } from '#contracts/client';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(AskPayer, ({ app }) => app.askPayer);
