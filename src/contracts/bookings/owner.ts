import { claimKinds } from '#core/claims/said';
import { EmailAddress } from '#contracts/fields/emailAddress';
import { Currency, Money, PercentUpTo100, TimeZone, Wall } from '#contracts/core/parts';
import { DiscountIn, PriceLineIn } from '#contracts/core/price';
import { z } from 'zod';

const name = z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 letters');
const RequestKey = z.string().min(8).max(64);
const Id = z.string().min(1).max(64);

const PriceLines = z.array(PriceLineIn).min(1, 'at least one line').max(60, 'at most 60 lines');

export const CreateBooking = z
  .strictObject({
    requestKey: RequestKey,
    clientName: name,
    clientEmail: EmailAddress,
    serviceId: Id,
    title: name,
    start: Wall,
    end: Wall,
    lines: PriceLines,
    discount: DiscountIn.optional(),
    termsId: Id,
    /** How many units, guests or seats it takes; one where nothing is said. */
    count: z.number('a number from 1 on').int().min(1, 'at least one').max(5000, 'at most 5000').optional(),
    /** At the counter, or on the client's house account so many days after the end; absent: as the terms say. */
    settling: z.enum(['counter', 'account']).optional(),
    accountDays: z.number('days, from 0 to 365').int().min(0).max(365, 'at most 365 days').optional(),
  })
  .refine((booking) => booking.end >= booking.start, { error: 'the end is before the start', path: ['end'] });
export type CreateBooking = z.infer<typeof CreateBooking>;

export const RecordPayment = z.strictObject({
  bookingId: Id,
  requestKey: RequestKey,
  amount: Money.refine((value) => value > 0, 'a sum above zero'),
  method: z.enum(['cash', 'transfer', 'cheque']),
});
export type RecordPayment = z.infer<typeof RecordPayment>;

export const TakeAtCounter = z.strictObject({
  bookingId: Id,
  requestKey: RequestKey,
  amount: Money.refine((value) => value > 0, 'a sum above zero'),
});
export type TakeAtCounter = z.infer<typeof TakeAtCounter>;

export const StopAtCounter = z.strictObject({ bookingId: Id });

export const OnBooking = z.strictObject({ bookingId: Id, requestKey: RequestKey });
export type OnBooking = z.infer<typeof OnBooking>;

export const CloseOutBooking = z.strictObject({
  bookingId: Id,
  claims: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(64),
        kind: z.enum(claimKinds).optional(),
        reason: z.string().trim().min(1, 'say what the claim is for').max(200, 'at most 200 letters'),
        amount: Money.refine((value) => value > 0, 'a sum above zero'),
      }),
    )
    .max(20, 'at most 20 claims'),
  coverBalance: z.boolean(),
});
export type CloseOutBooking = z.infer<typeof CloseOutBooking>;

export const ReleaseMany = z.strictObject({ bookingIds: z.array(Id).min(1).max(200) });
export type ReleaseMany = z.infer<typeof ReleaseMany>;

export const CancelBooking = z.strictObject({ bookingId: Id, by: z.enum(['client', 'business', 'no_show']) });
export type CancelBooking = z.infer<typeof CancelBooking>;

/** `offer` asks the client whether the booking will do as it is now. */
export const AnswerRequest = z.strictObject({
  bookingId: Id,
  answer: z.enum(['accept', 'decline', 'offer']),
  note: z.string().trim().max(2000, 'at most 2000 letters'),
});
export type AnswerRequest = z.infer<typeof AnswerRequest>;

export const AnswerAsk = z.strictObject({
  bookingId: Id,
  askId: Id,
  yes: z.boolean(),
  note: z.string().trim().max(2000, 'at most 2000 letters'),
});
export type AnswerAsk = z.infer<typeof AnswerAsk>;

export const MoveClock = z.strictObject({ to: Wall });
export type MoveClock = z.infer<typeof MoveClock>;

export const FirstStart = z.strictObject({
  /** Printed where the server was started. */
  code: z.string().trim().min(1, 'the code that the server printed').max(40),
  business: name,
  line: z.string().trim().max(120),
  timeZone: TimeZone,
  currency: Currency,
  taxRate: PercentUpTo100,
  ownerName: name,
  email: EmailAddress,
  password: z.string().min(10, 'at least 10 characters').max(200),
});
export type FirstStart = z.infer<typeof FirstStart>;

export const RepeatEvent = z.strictObject({ id: z.string().min(1).max(100) });
export type RepeatEvent = z.infer<typeof RepeatEvent>;
