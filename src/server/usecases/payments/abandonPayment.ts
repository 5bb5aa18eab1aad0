import type { OnLink } from '#contracts/clientPage/client';
import { ok, refuse, type Result } from '#core/result';
import type { Deps } from '#server/deps';
import { abandon } from '#server/processorCalls/abandon';
import { isPayers } from '#core/payments/processorCall';
import { paymentUnderWay } from '#server/processorCalls/openCall';
import { bookingOfLink } from '#server/links/clientLink';

/** The client gives up a confirmation at the bank, to pay in another way. Nothing to give up is no fault. */
export const abandonPayment =
  (deps: Deps) =>
  async ({ link }: OnLink): Promise<Result<{ abandoned: boolean }, { code: 'link_unknown' | 'link_expired' }>> => {
    const { db, clock } = deps;
    const opened = await bookingOfLink(db, link, clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    const underWay = await db.transaction((tx) => paymentUnderWay(tx, opened.bookingId));
    // Who only pays for somebody gives up no payment of the client's.
    if (underWay && opened.purpose === 'payer' && !isPayers(underWay.request)) return ok({ abandoned: false });
    return ok({ abandoned: underWay?.request.kind === 'pay' && (await abandon(deps, underWay)) });
  };
