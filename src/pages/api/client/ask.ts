import { AskChange } from '#contracts/client';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(AskChange, ({ app }) => app.askChange);
