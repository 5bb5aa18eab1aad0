import { DiscountIn, PriceLineIn } from '#contracts/core/price';
import { DecimalText, Money, Wall, WholeNumber } from '#contracts/core/parts';
import { TermsIn } from '#contracts/catalogue/terms';
import { z } from 'zod';

/** A price without its currency, which a booking keeps. */
const PriceOfBooking = z.strictObject({
  taxMode: z.enum(['exclusive', 'inclusive']),
  taxes: z.record(z.string().regex(/^\p{L}/u), z.strictObject({ rate: DecimalText })),
  lines: z.array(PriceLineIn).min(1, 'at least one line').max(60, 'at most 60 lines'),
  discount: DiscountIn.optional(),
});

export const ChangeBooking = z
  .strictObject({
    bookingId: z.string().min(1).max(64),
    requestKey: z.string().min(8).max(64),
    /** How many facts that matter had happened when its writer read the booking. */
    seen: WholeNumber,
    title: z.string().trim().min(1, 'say what is booked').max(120),
    start: Wall,
    end: Wall,
    price: PriceOfBooking,
    /** The booking's own rules; absent: those it has. */
    terms: TermsIn.optional(),
    giveBack: z.boolean(),
    /** Whether what is unusual about it was asked about and is meant: a time that is past, a day that is closed. */
    sure: z.boolean().optional(),
    /** How many units, guests or seats it takes; absent: as many as before. */
    count: z.number().int().min(1, 'at least one').max(5000, 'at most 5000').optional(),
  })
  .refine((change) => change.end >= change.start, { error: 'the end is before the start', path: ['end'] })
  .superRefine(({ price }, context) => {
    price.lines.forEach((line, index) => {
      if ((line.taxes ?? []).every((code) => Object.hasOwn(price.taxes, code))) return;
      context.addIssue({ code: 'custom', path: ['price', 'lines', index, 'taxes'], message: 'no tax has that code' });
    });
  });
export type ChangeBooking = z.infer<typeof ChangeBooking>;

export const WriteOff = z.strictObject({
  bookingId: z.string().min(1).max(64),
  amount: Money.refine((value) => value > 0, 'a sum above zero'),
  /** What had been given up before. */
  seen: Money,
});
export type WriteOff = z.infer<typeof WriteOff>;
