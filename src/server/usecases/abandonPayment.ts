import type { OnLink } from '#contracts/client';
import { ok, refuse, type Result } from '#core/result';
import { readBooking } from '#server/booking/lockBooking';
import type { Deps } from '#server/deps';
import { paymentUnderWay } from '#server/intents/openIntent';
import { carryOut } from '#server/intents/carryOut';
import { recordAnswer } from '#server/intents/recordAnswer';
import { bookingOfLink } from '#server/usecases/clientLink';

/** The client gives up a confirmation at the bank, to pay in another way. Nothing to give up is no fault. */
export const abandonPayment =
  (deps: Deps) =>
  async ({ link }: OnLink): Promise<Result<{ abandoned: boolean }, { code: 'link_unknown' | 'link_expired' }>> => {
    const { db, clock, processor } = deps;
    const opened = await bookingOfLink(db, link, clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    const underWay = await db.transaction((tx) => paymentUnderWay(tx, opened.bookingId));
    if (underWay?.answer?.outcome !== 'confirm') return ok({ abandoned: false });
    await processor.abandon({ reference: underWay.answer.reference });
    // Asked again with its key, the processor tells what came of it: the client may have confirmed just before.
    const { amount, request, id: key } = underWay;
    if (request.kind !== 'pay') return ok({ abandoned: false });
    const { booking } = (await readBooking(db, underWay.bookingId))!;
    const answer = await processor.charge({
      key,
      card: request.card.token,
      amount,
      currency: booking.currency,
      clientPresent: true,
      description: request.description,
    });
    for (const id of await recordAnswer(deps, key, answer)) await carryOut(deps, id);
    return ok({ abandoned: answer.outcome === 'declined' });
  };
