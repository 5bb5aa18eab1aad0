import { OnAccount } from '#contracts/ways';
import { provenEndpoint } from '#server/http/proof';

export const POST = provenEndpoint(OnAccount, ({ app }) => app.disconnect);
