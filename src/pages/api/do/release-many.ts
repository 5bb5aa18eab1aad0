import { ReleaseMany } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(ReleaseMany, ({ app }) => app.releaseMany);
