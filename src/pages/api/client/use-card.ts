import { UseCard } from '#contracts/client';
import { maySeeAll } from '#server/http/device';
import { linkEndpoint } from '#server/http/linkEndpoint';

/** Cards of other bookings are for devices that were confirmed for the client. */
export const POST = linkEndpoint(UseCard, ({ app }) => app.useCard, maySeeAll);
