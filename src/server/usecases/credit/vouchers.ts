import type { Used } from '#contracts/routes/credit';
import type {
  CreditOnCheckout,
  SellVoucher,
  UseCredit,
  UseOnBooking,
  UseVoucher,
  VoucherOnCheckout,
} from '#contracts/credit/credit';
import type { Fact } from '#core/bookings/facts';
import { payable } from '#core/bookings/bookingState';
import { usedFor } from '#core/credit/balances';
import { voucherSold } from '#core/books/journal/otherEntries';
import { toPay } from '#core/checkout/cart';
import { type Minor, most, sum, zero } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import { creditOf, onVoucher } from '#server/credit/balances';
import { boughtInTrial } from '#server/credit/onlineVouchers';
import { isLive } from '#server/paymentMethods/liveWasUsed';
import { grouped, hashOfCode, newCode, voucherOfCode } from '#server/credit/voucherCode';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { vouchers } from '#server/database/schema/credit';
import { services } from '#server/database/schema/business';
import type { Tx } from '#server/database/database';
import { taxLines } from '#server/catalogue/taxLines';
import { taxOfUse, taxOnVoucher, type VoucherPurpose } from '#core/credit/voucherPurpose';
import type { Deps } from '#server/deps';
import { paymentUnderWay } from '#server/processorCalls/openCall';
import { appendEntry } from '#server/journal/appendEntry';
import { bookingOfLink } from '#server/links/clientLink';
import { bookingsOfCheckout, idsOfCheckout, type InCheckout } from '#server/checkout/inCheckout';
import { type NotFound, onBooking, type OpenBooking } from '#server/unitOfWork/onBooking';
import { offeredFor } from '#server/paymentMethods/offered';
import { eq } from 'drizzle-orm';

type NotSold = { readonly code: 'service_not_found' | 'voucher_not_of_one_tax'; readonly path: 'serviceId' };

/** What a voucher for one service alone owes as tax: it has to carry just one, or it is no voucher of one purpose. */
async function purposeOf(tx: Tx, serviceId: string): Promise<Result<VoucherPurpose, NotSold>> {
  const [service] = await tx.select().from(services).where(eq(services.id, serviceId));
  if (!service) return refuse({ code: 'service_not_found', path: 'serviceId' });
  const [code, ...others] = service.taxCodes;
  const rate = (await taxLines(tx)).find((tax) => tax.code === code)?.rate;
  if (code === undefined || others.length > 0 || rate === undefined)
    return refuse({ code: 'voucher_not_of_one_tax', path: 'serviceId' });
  return ok({ serviceId, code, rate });
}

/**
 * Sells a gift voucher: a liability until it is used; the tax of one for one service alone is owed at once. The code is told
 * this once; only its hash is kept. A repeat with the same key sells no second one, and cannot tell the code again.
 */
export const sellVoucher =
  (deps: Deps) =>
  (request: SellVoucher): Promise<Result<{ code: string | null; ending: string }, NotSold>> =>
    deps.db.transaction(async (tx) => {
      const [before] = await tx.select().from(vouchers).where(eq(vouchers.requestKey, request.requestKey));
      if (before) return ok({ code: null, ending: before.ending });
      const { serviceId, ...sold } = request;
      const purpose = serviceId ? await purposeOf(tx, serviceId) : ok(null);
      if (!purpose.ok) return purpose;
      const code = newCode();
      const now = deps.clock.now();
      const { amount, currency, method } = request;
      const ending = code.slice(-4);
      const about = { hash: hashOfCode(code), ending, soldAt: now, purpose: purpose.value };
      await tx.insert(vouchers).values({ id: deps.newId(), ...sold, ...about });
      const entry = voucherSold(method, amount, taxOnVoucher(amount, purpose.value))!;
      await appendEntry(tx, entry, { at: now, currency, about: `voucher ending ${ending}` });
      return ok({ code: grouped(code), ending });
    });

type UseRefusal =
  | NotFound
  | { readonly code: 'payment_under_way' | 'nothing_to_pay_with_it' }
  | {
      readonly code:
        | 'voucher_unknown'
        | 'voucher_of_trial'
        | 'voucher_of_another'
        | 'voucher_expired'
        | 'voucher_empty'
        | 'voucher_currency';
      readonly path: 'code';
    }
  | { readonly code: 'no_credit' | 'way_not_offered' | 'attempt_changed' };
type LinkRefusal = { readonly code: 'link_unknown' | 'link_expired' };

async function voucherReceipt(
  { tx, loaded, bookingState, now }: OpenBooking,
  code: string,
  receiptId: string,
): Promise<Result<{ fact: Fact; used: Used }, UseRefusal>> {
  // Held until the end: who uses it at the same moment waits, and sees what is left.
  const voucher = await voucherOfCode(tx, code, { lock: true });
  if (!voucher) return refuse({ code: 'voucher_unknown', path: 'code' });
  if ((await boughtInTrial(tx, voucher)) && (await isLive(tx)))
    return refuse({ code: 'voucher_of_trial', path: 'code' });
  if (voucher.currency !== loaded.booking.currency) return refuse({ code: 'voucher_currency', path: 'code' });
  if (voucher.expiresAt !== null && voucher.expiresAt <= now) return refuse({ code: 'voucher_expired', path: 'code' });
  const { purpose } = voucher;
  if (purpose && purpose.serviceId !== loaded.booking.serviceId)
    return refuse({ code: 'voucher_of_another', path: 'code' });
  const there = await onVoucher(tx, voucher);
  if (there.left <= 0) return refuse({ code: 'voucher_empty', path: 'code' });
  const used = usedFor(there.left, payable(bookingState).outstanding);
  const prepaidTax = taxOfUse(there, used.used, purpose);
  const about = { receiptId, amount: used.used, voucherId: voucher.id, ...(purpose ? { prepaidTax } : {}) };
  return ok({ fact: { kind: 'received', at: now, method: 'voucher', ...about }, used });
}

async function creditReceipt(
  { tx, loaded, bookingState, now }: OpenBooking,
  receiptId: string,
): Promise<Result<{ fact: Fact; used: Used }, UseRefusal>> {
  const { clientId, currency } = loaded.booking;
  await tx.select({ id: clients.id }).from(clients).where(eq(clients.id, clientId)).for('update');
  const there = await creditOf(tx, clientId, currency);
  if (there <= 0) return refuse({ code: 'no_credit' });
  const used = usedFor(there, payable(bookingState).outstanding);
  return ok({ fact: { kind: 'received', at: now, receiptId, amount: used.used, method: 'credit' }, used });
}

/** The answer to a repeat: what was used then, and what is left now. Another voucher under the same try is refused. */
async function usedBefore(
  { tx, loaded }: OpenBooking,
  code: string | null,
  { amount: used, voucherId }: OpenBooking['bookingState']['ledger']['receipts'][number],
): Promise<Result<Used, UseRefusal>> {
  const { clientId, currency } = loaded.booking;
  if (code === null) return ok({ used, left: most(await creditOf(tx, clientId, currency), zero) });
  const voucher = await voucherOfCode(tx, code);
  if (!voucher || voucher.id !== voucherId) return refuse({ code: 'attempt_changed' });
  return ok({ used, left: (await onVoucher(tx, voucher)).left });
}

/** Pays what is open of a booking from a voucher, or from the client's credit, as far as it reaches. */
const useOn = (
  deps: Deps,
  bookingId: string,
  attempt: string,
  code: string | null,
  by: 'client' | 'owner',
): Promise<Result<Used, UseRefusal>> =>
  onBooking<Used, UseRefusal>(deps, bookingId, async (open) => {
    const { tx, loaded, bookingState, now } = open;
    const receiptId = receiptIdOf(code, attempt);
    const before = bookingState.ledger.receipts.find((receipt) => receipt.id === receiptId);
    if (before) return usedBefore(open, code, before);
    if (payable(bookingState).outstanding === 0 || bookingState.ledger.lapsed)
      return refuse({ code: 'nothing_to_pay_with_it' });
    if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
    // What clients are not shown they cannot use; the owner may all the same.
    const { ways } = await offeredFor(tx, deps, [loaded.booking], now);
    if (by === 'client' && !ways.includes(code === null ? 'credit' : 'voucher'))
      return refuse({ code: 'way_not_offered' });
    const made = code === null ? await creditReceipt(open, receiptId) : await voucherReceipt(open, code, receiptId);
    if (!made.ok) return made;
    await recordFacts(tx, loaded, [made.value.fact], now);
    return ok(made.value.used);
  });

async function byLink(
  deps: Deps,
  link: string,
  attempt: string,
  code: string | null,
): Promise<Result<Used, UseRefusal | LinkRefusal>> {
  const opened = await bookingOfLink(deps.db, link, deps.clock.now());
  if ('fault' in opened) return refuse({ code: opened.fault });
  // Whoever has a voucher may pay with it; the credit is the client's own.
  if (opened.purpose === 'payer' && code === null) return refuse({ code: 'link_unknown' });
  return useOn(deps, opened.bookingId, attempt, code, 'client');
}

export const useVoucher =
  (deps: Deps) =>
  ({ link, attempt, code }: UseVoucher): Promise<Result<Used, UseRefusal | LinkRefusal>> =>
    byLink(deps, link, attempt, code);
export const useCredit =
  (deps: Deps) =>
  ({ link, attempt }: UseCredit): Promise<Result<Used, UseRefusal | LinkRefusal>> =>
    byLink(deps, link, attempt, null);
export const useOnBooking =
  (deps: Deps) =>
  ({ bookingId, requestKey, code }: UseOnBooking): Promise<Result<Used, UseRefusal>> =>
    useOn(deps, bookingId, requestKey, code, 'owner');

/**
 * Pays what is due of a checkout from a voucher or the client's credit, booking by booking, as far as it reaches. A
 * repeat goes on where the first stopped, and answers what was used in all.
 */
async function onCheckout(
  deps: Deps,
  key: string,
  attempt: string,
  code: string | null,
): Promise<Result<Used, UseRefusal>> {
  const found = await deps.db.transaction(async (tx) => {
    const all = await bookingsOfCheckout(tx, key, deps.clock.now());
    return all && { waiting: toPay(all).map(({ loaded }) => loaded.booking.id), taken: receiptsOf(all, code, attempt) };
  });
  if (!found) return refuse({ code: 'booking_not_found' });
  const { waiting, taken } = found;
  if (code !== null && taken.length > 0) {
    const voucher = await voucherOfCode(deps.db, code);
    if (taken.some(({ voucherId }) => voucherId !== voucher?.id)) return refuse({ code: 'attempt_changed' });
  }
  let used: Used | null =
    taken.length > 0 ? { used: sum(taken.map(({ amount }) => amount)), left: await leftOf(deps, code, key) } : null;
  // A voucher for one service pays those of the cart that are of it.
  let ofAnother: Result<Used, UseRefusal> | null = null;
  for (const bookingId of waiting) {
    if (used?.left === 0) break;
    const result = await useOn(deps, bookingId, attempt, code, 'client');
    if (!result.ok) {
      if (result.refusal.code !== 'voucher_of_another') return used ? ok(used) : result;
      ofAnother = result;
      continue;
    }
    const before = taken.some((receipt) => receipt.bookingId === bookingId);
    used = { used: sum([used?.used ?? zero, before ? zero : result.value.used]), left: result.value.left };
  }
  return used ? ok(used) : (ofAnother ?? refuse({ code: 'nothing_to_pay_with_it' }));
}

const receiptIdOf = (code: string | null, attempt: string): string =>
  `${code === null ? 'credit' : 'voucher'}:${attempt}`;

/** What this try has already paid with. */
const receiptsOf = (all: readonly InCheckout[], code: string | null, attempt: string) =>
  all.flatMap(({ loaded, current }) =>
    current.ledger.receipts
      .filter(({ id }) => id === receiptIdOf(code, attempt))
      .map((receipt) => ({ ...receipt, bookingId: loaded.booking.id })),
  );

/** What is left of a voucher, or of the credit of whoever's checkout it is. */
async function leftOf({ db }: Deps, code: string | null, key: string): Promise<Minor> {
  if (code !== null) {
    const voucher = await voucherOfCode(db, code);
    return (await onVoucher(db, voucher!)).left;
  }
  const [bookingId] = await idsOfCheckout(db, key);
  const [booking] = await db.select().from(bookings).where(eq(bookings.id, bookingId!));
  return most(await creditOf(db, booking!.clientId, booking!.currency), zero);
}

export const useVoucherOnCheckout =
  (deps: Deps) =>
  ({ key, attempt, code }: VoucherOnCheckout): Promise<Result<Used, UseRefusal>> =>
    onCheckout(deps, key, attempt, code);
/** The caller has made sure that this is the client: whoever only books under a name has no right to its credit. */
export const useCreditOnCheckout =
  (deps: Deps) =>
  ({ key, attempt }: CreditOnCheckout): Promise<Result<Used, UseRefusal>> =>
    onCheckout(deps, key, attempt, null);
