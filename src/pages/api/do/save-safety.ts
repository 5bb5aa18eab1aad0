import { SaveSafety } from '#contracts/door';
import { provenEndpoint } from '#server/http/proof';

export const POST = provenEndpoint(SaveSafety, ({ app }) => app.saveSafety);
