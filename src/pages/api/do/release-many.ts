import { ReleaseMany } from '#contracts/owner';
import { refundEndpoint } from '#server/http/proof';

export const POST = refundEndpoint(ReleaseMany, ({ app }) => app.releaseMany);
