import { Connect } from '#contracts/ways';
import { provenEndpoint } from '#server/http/proof';

export const POST = provenEndpoint(Connect, ({ app }) => app.connect);
