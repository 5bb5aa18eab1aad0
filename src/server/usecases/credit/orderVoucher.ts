import type { OrderVoucher, ResendVoucher } from '#contracts/credit/credit';
import { dayNumber } from '#core/calendar/days';
import { addHours } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { mayOrderVoucher, type MayNotOrder } from '#core/credit/voucherOrder';
import { formatMoney } from '#core/money/formatMoney';
import { ok, refuse, type Result } from '#core/result';
import { lettersOfVoucher, sendVoucher } from '#server/credit/onlineVouchers';
import { nextRequestNumber } from '#server/paymentRequests/requests';
import { lockOwner } from '#server/database/ownerRow';

import { clients } from '#server/database/schema/clients';
import { paymentRequests, vouchers } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { keepRequestLink } from '#server/links/requestLink';
import { offeredForRequest } from '#server/paymentMethods/offered';
import { allShown } from '#core/paymentMethods/ways';
import { and, eq, isNotNull } from 'drizzle-orm';

export type OrderRefusal = MayNotOrder | { readonly code: 'way_not_offered' };

/**
 * Somebody wants to give a voucher: what they are to pay is asked for on a page of its own, and the voucher is made when
 * it is paid. A repeat with the same key leads to the same page.
 */
export const orderVoucher =
  (deps: Deps) =>
  (request: OrderVoucher): Promise<Result<{ link: string }, OrderRefusal>> =>
    deps.db.transaction(async (tx): Promise<Result<{ link: string }, OrderRefusal>> => {
      const { clock, newId, keyOf } = deps;
      const { requestKey, amount, to, message, sendOn } = request;
      const link = keyOf('voucher order', requestKey);
      const owner = await lockOwner(tx);
      const [before] = await tx.select().from(paymentRequests).where(eq(paymentRequests.requestKey, requestKey));
      if (before) return ok({ link });
      const now = clock.now();
      const { currency, timeZone, bookingPage } = owner;
      const today = localDate(now, timeZone);
      const daysAhead = sendOn === null ? 0 : dayNumber(sendOn) - dayNumber(today);
      const may = mayOrderVoucher(bookingPage.vouchers, { amount, daysAhead });
      if (!may.ok) return may;
      const voucher = { to, message, sendOn, months: bookingPage.vouchers!.months };
      const offered = await offeredForRequest(tx, deps, { currency, ways: allShown, voucher }, now);
      if (offered.online.length === 0) return refuse({ code: 'way_not_offered' });
      const email = request.buyerEmail.toLowerCase();
      const same = and(eq(clients.email, email), eq(clients.name, request.buyerName));
      const [known] = await tx.select().from(clients).where(same);
      const client = known ?? { id: newId(), name: request.buyerName, email };
      if (!known) await tx.insert(clients).values(client);
      const id = newId();
      await tx.insert(paymentRequests).values({
        id,
        number: await nextRequestNumber(tx),
        requestKey,
        clientId: client.id,
        note: `Gift voucher, ${formatMoney(amount, currency)}`,
        currency,
        amount,
        smallest: null,
        madeAt: now,
        expiresAt: addHours(now, 24),
        voucher,
      });
      await keepRequestLink(tx, link, id, 'link');
      return ok({ link });
    });

/** The owner has a voucher's letter go out once more, to an address that is right. */
export const resendVoucher =
  (deps: Deps) =>
  async ({ voucherId, email }: ResendVoucher): Promise<Result<null, { readonly code: 'voucher_unknown' }>> => {
    const done = await deps.db.transaction(async (tx) => {
      const bought = and(eq(vouchers.id, voucherId), isNotNull(vouchers.order));
      const [voucher] = await tx.select({ id: vouchers.id }).from(vouchers).where(bought).for('update');
      if (!voucher) return refuse({ code: 'voucher_unknown' as const });
      const cause = `again:${await lettersOfVoucher(tx, voucherId)}`;
      await sendVoucher(tx, deps, voucherId, deps.clock.now(), { cause, to: email });
      return ok(null);
    });
    deps.outbox.wake();
    return done;
  };
