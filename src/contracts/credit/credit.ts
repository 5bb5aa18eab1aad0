import { EmailAddress } from '#contracts/fields/emailAddress';
import { PersonName } from '#contracts/fields/personName';
import { CalendarDate, Currency, DecimalText, Money, Moment } from '#contracts/core/parts';
import { DiscountIn } from '#contracts/core/price';
import { requestInvoicing } from '#core/paymentRequests/requestPaper';
import { Shown } from '#contracts/paymentMethods/paymentMethods';
import { z } from 'zod';

const Id = z.string().min(1).max(64);
const RequestKey = z.string().min(8).max(64);
const Token = z.string().min(20).max(100);
const name = z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 letters');
const Sum = Money.refine((value) => value > 0, 'a sum above zero');

/** What is sold by a request; rates are those of today. */
export const RequestLines = z.strictObject({
  taxMode: z.enum(['exclusive', 'inclusive']),
  lines: z
    .array(
      z.strictObject({
        id: Id,
        label: z.string().trim().min(1, 'what it is').max(200, 'at most 200 letters'),
        quantity: DecimalText.refine((quantity) => Number(quantity) > 0, 'a number above zero'),
        unitPrice: Money,
        discount: DiscountIn.optional(),
        taxes: z.array(z.string().max(20)).max(5),
      }),
    )
    .min(1, 'a line')
    .max(50, 'at most 50 lines'),
  discount: DiscountIn.optional(),
});
export type RequestLines = z.infer<typeof RequestLines>;

/** What a request says besides what it is for. */
export const PaperIn = z.strictObject({
  /** Null: what comes is the client's credit. */
  lines: RequestLines.nullable(),
  reference: z.string().trim().max(60, 'at most 60 letters'),
  terms: z.string().trim().max(1000, 'at most 1000 letters'),
  privateNote: z.string().trim().max(1000, 'at most 1000 letters'),
  dueDay: CalendarDate.nullable(),
  tip: z.boolean(),
  copyTo: z.array(EmailAddress).max(5, 'at most five'),
  attachments: z.array(z.strictObject({ file: Id, name: z.string().min(1).max(200) })).max(10, 'at most ten'),
  invoiced: z.enum(requestInvoicing),
});

/** Money asked for without a booking: a sum, any from the smallest on, or what lines come to, also in parts from the smallest on. */
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
    /** What it says besides: as much as a small invoice does. */
    paper: PaperIn.optional(),
    /** What it was made from: the booking that it is about. */
    bookingId: Id.nullable().optional(),
  })
  .refine(({ amount, smallest, paper }) => Boolean(paper?.lines) || amount !== null || smallest !== null, {
    error: 'a sum, or the smallest one',
    path: ['amount'],
  })
  .refine(({ amount, paper }) => !paper?.lines || amount === null, {
    error: 'the sum is what the lines come to',
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
  tip: Money.optional(),
  payer: name,
});

/** What came for a request in another way than on its page. */
export const RecordRequestPayment = z.strictObject({
  requestId: Id,
  requestKey: RequestKey,
  amount: Sum,
  method: z.enum(['cash', 'transfer', 'cheque']),
});
export type RecordRequestPayment = z.infer<typeof RecordRequestPayment>;
export type PayRequest = z.infer<typeof PayRequest>;

/** A gift voucher that was paid at the counter. */
export const SellVoucher = z.strictObject({
  requestKey: RequestKey,
  amount: Sum,
  currency: Currency,
  method: z.enum(['cash', 'transfer', 'cheque']),
  buyer: name,
  expiresAt: Moment.nullable(),
  /** It buys this service alone: the tax is owed now. */
  serviceId: Id.nullable().optional(),
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
