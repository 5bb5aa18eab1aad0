import type { PayRequest } from '#contracts/credit/credit';
import { type MayNotPayRequest, mayPayRequest } from '#core/paymentRequests/mayPayRequest';
import { zero } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { paymentRequests, requestPayments } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { tooManyCards } from '#server/rateLimits/manyCards';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { outcomeOf } from '#server/processorCalls/outcomeOf';
import { isOver, paidFor } from '#server/paymentRequests/requests';
import { askedBy } from '#core/paymentRequests/requestPaper';
import type { TooManyCards } from '#server/rateLimits/manyCards';
import { requestOfLink } from '#server/links/requestLink';
import { offeredForRequest, pickAccount } from '#server/paymentMethods/offered';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { eq } from 'drizzle-orm';
import { refusedOn, carryOutRequest } from '#server/credit/requestPayments';

type RequestRefusal =
  | TooManyCards
  | MayNotPayRequest
  | { readonly code: 'request_not_found' | 'request_over' | 'card_unknown' | 'attempt_changed' }
  | { readonly code: 'way_not_offered' | 'account_not_found' }
  | { readonly code: 'payment_under_way'; readonly confirmUrl: string | null };

/** Pays a request by card or from a bank account. One payment at a time; a repeat of the attempt is answered as the first was. */
export const payRequest =
  (deps: Deps) =>
  async ({
    link,
    attempt,
    card,
    account: wanted,
    amount,
    tip = zero,
    payer,
  }: PayRequest): Promise<Result<PayOutcome, RequestRefusal>> => {
    const { db, clock, newId } = deps;
    const about = await requestOfLink(db, link);
    if (!about) return refuse({ code: 'request_not_found' });
    const account = pickAccount(await offeredForRequest(db, deps, about.request, clock.now()), wanted);
    if (!account) return refuse({ code: 'way_not_offered' });
    const known = await (await processorOf(deps, account.id)).cardOf(card);
    if (!known) return refuse({ code: 'card_unknown' });
    const way = account.way === 'debit' ? { way: 'debit' as const } : {};
    const intended = await db.transaction(async (tx): Promise<Result<string, RequestRefusal>> => {
      const found = await requestOfLink(tx, link);
      if (!found) return refuse({ code: 'request_not_found' });
      const { id } = found.request;
      await tx.select({ id: paymentRequests.id }).from(paymentRequests).where(eq(paymentRequests.id, id)).for('update');
      const payments = await tx.select().from(requestPayments).where(eq(requestPayments.requestId, id));
      const same = payments.find((payment) => payment.attempt === attempt);
      if (same)
        return same.amount === amount && same.tip === tip && same.card.token === card
          ? ok(same.id)
          : refuse({ code: 'attempt_changed' });
      if (isOver(found.request, clock.now())) return refuse({ code: 'request_over' });
      const stopped = tooManyCards(await refusedOn(tx, id), clock.now());
      if (stopped) return stopped;
      const open = payments.find(({ state }) => state === 'open' || state === 'waiting' || state === 'onTheWay');
      if (open) {
        const url = open.answer?.outcome === 'confirm' ? open.answer.url : null;
        return refuse({ code: 'payment_under_way', confirmUrl: url });
      }
      const { amount: sum, smallest, paper } = found.request;
      const asked = { amount: askedBy(sum, paper), smallest, tip: paper.tip };
      const may = mayPayRequest(asked, { paid: await paidFor(tx, id), amount, tip });
      if (!may.ok) return may;
      const used = { id: newId(), token: card, last4: known.last4, account: account.id, ...way };
      const payment = {
        id: newId(),
        requestId: id,
        attempt,
        card: used,
        payer,
        via: found.via,
        amount,
        tip,
        accountId: account.id,
      };
      await tx.insert(requestPayments).values({ ...payment, state: 'open', madeAt: clock.now() });
      return ok(payment.id);
    });
    if (!intended.ok) return intended;
    return ok(outcomeOf(await carryOutRequest(deps, intended.value)));
  };
