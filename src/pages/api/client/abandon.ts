import { OnLink } from '#contracts/client';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(OnLink, ({ app }) => app.abandonPayment);
