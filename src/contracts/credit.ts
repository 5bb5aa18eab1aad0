import { EmailAddress } from '#contracts/emailAddress';
import { PersonName } from '#contracts/personName';
import { CalendarDate, Currency, Money, Moment } from '#contracts/core/parts';
import { Shown } from '#contracts/ways';
import { z } from 'zod';

const Id = z.string().min(1).max(64);
const RequestKey = z.string().min(8).max(64);
const Token = z.string().min(20).max(100);
const name = z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 letters');
const Sum = Money.refine((value) => value > 0, 'a sum above zero');

/** Money asked for without a booking: a sum, or any from the smallest on. */
export const CreateRequest = z
  .strictObject({
    requestKey: RequestKey,
    clientName: name,
    clientEmail: EmailAddress,
    note: z.string().trim().min(1, 'say what it is for').max(500, 'at most 500 letters'),
    currency: Currency,
    amount: Sum.nullable(),
    smallest: Sum.nullable(),
    expiresAt: Moment.nullable(),
    ways: Shown.optional(),
    /** Sent by message; else its link is copied. */
    send: z.boolean(),
  })
  .refine(({ amount, smallest }) => amount !== null || smallest !== null, {
    error: 'a sum, or the smallest one',
    path: ['amount'],
  });
export type CreateRequest = z.infer<typeof CreateRequest>;

/** A gift voucher as somebody buys it on the booking page. */
export const OrderVoucher = z.strictObject({
  requestKey: z.string().min(16).max(64),
  amount: Sum,
  buyerName: PersonName,
  buyerEmail: EmailAddress,
  /** Whom it is for; null: for the buyer to hand over. */
  to: z.strictObject({ name: PersonName, email: EmailAddress }).nullable(),
  message: z.string().trim().max(1000, 'at most 1000 letters'),
  /** Null: as soon as it is paid. */
  sendOn: CalendarDate.nullable(),
});
export type OrderVoucher = z.infer<typeof OrderVoucher>;

/** Once more, to that address. */
export const ResendVoucher = z.strictObject({ voucherId: Id, email: EmailAddress });
export type ResendVoucher = z.infer<typeof ResendVoucher>;

export const OnRequest = z.strictObject({ requestId: Id });
export type OnRequest = z.infer<typeof OnRequest>;

export const PayRequest = z.strictObject({
  link: Token,
  attempt: RequestKey,
  card: z.string().min(8).max(100),
  account: Id.optional(),
  amount: Sum,
  payer: name,
});
export type PayRequest = z.infer<typeof PayRequest>;

/** A gift voucher that was paid at the counter. */
export const SellVoucher = z.strictObject({
  requestKey: RequestKey,
  amount: Sum,
  currency: Currency,
  method: z.enum(['cash', 'transfer', 'cheque']),
  buyer: name,
  expiresAt: Moment.nullable(),
});
export type SellVoucher = z.infer<typeof SellVoucher>;

const Code = z.string().trim().min(8, 'the whole code').max(40);
export const UseVoucher = z.strictObject({ link: Token, attempt: RequestKey, code: Code });
export type UseVoucher = z.infer<typeof UseVoucher>;
export const UseCredit = z.strictObject({ link: Token, attempt: RequestKey });
export type UseCredit = z.infer<typeof UseCredit>;
/** The same by the owner, on the booking itself. */
export const UseOnBooking = z.strictObject({ bookingId: Id, requestKey: RequestKey, code: Code.nullable() });
export type UseOnBooking = z.infer<typeof UseOnBooking>;
export const VoucherOnCheckout = z.strictObject({ key: Token, attempt: RequestKey, code: Code });
export type VoucherOnCheckout = z.infer<typeof VoucherOnCheckout>;
export const CreditOnCheckout = z.strictObject({ key: Token, attempt: RequestKey });
export type CreditOnCheckout = z.infer<typeof CreditOnCheckout>;
