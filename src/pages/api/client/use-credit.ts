import { UseCredit } from '#contracts/credit';
import { maySeeAll } from '#server/http/device';
import { linkEndpoint } from '#server/http/linkEndpoint';

/** The credit is of the client, not of one booking: only a device that was confirmed for the client uses it. */
export const POST = linkEndpoint(UseCredit, ({ app }) => app.useCredit, maySeeAll);
