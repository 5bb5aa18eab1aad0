import { AskPayer } from '#contracts/client';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(AskPayer, ({ app }) => app.askPayer);
