import { Currency, Money } from '#contracts/core/parts';
import { reportNames } from '#contracts/books/views';
import { Day } from '#contracts/invoices/documents';
import { taxMoments } from '#core/books/books';
import { z } from 'zod';

const Code = z.string().min(1).max(40);
const ClaimTax = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({ kind: z.literal('code'), code: Code }),
]);
const KeptTax = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({ kind: z.literal('price') }),
  z.strictObject({ kind: z.literal('code'), code: Code }),
]);

/** How the books are kept from now on. */
export const SaveBooks = z.strictObject({
  books: z.strictObject({
    taxAt: z
      .array(z.strictObject({ from: Day, at: z.enum(taxMoments) }))
      .max(50)
      .refine((moments) => moments.every(({ from }, index) => index === 0 || moments[index - 1]!.from < from), {
        error: 'later than the one before',
      }),
    kept: z.strictObject({ cancelled: KeptTax, noShow: KeptTax }),
    claims: z.strictObject({ damage: ClaimTax, late: ClaimTax, refill: ClaimTax, other: ClaimTax }),
    tips: z.enum(['business', 'staff']),
  }),
});
export type SaveBooks = z.infer<typeof SaveBooks>;

/** The owner's own numbers and names. */
export const SaveAccounts = z.strictObject({
  accountNames: z.record(
    z.string().max(80),
    z.strictObject({
      number: z.string().trim().max(20, 'at most 20 letters and digits'),
      name: z.string().trim().max(60, 'at most 60 letters'),
    }),
  ),
});
export type SaveAccounts = z.infer<typeof SaveAccounts>;

export const CloseBooks = z.strictObject({ until: Day, despite: z.boolean() });
export type CloseBooks = z.infer<typeof CloseBooks>;

export const CountTill = z.strictObject({
  requestKey: z.string().min(8).max(100),
  currency: Currency,
  counted: Money,
  note: z.string().trim().max(120, 'at most 120 letters'),
});
export type CountTill = z.infer<typeof CountTill>;

export const BankPayout = z.strictObject({ payoutId: z.string().min(1).max(100) });
export type BankPayout = z.infer<typeof BankPayout>;

const Seq = z
  .string()
  .regex(/^\d{1,15}$/)
  .transform(Number);
export const JournalQuery = z.object({
  from: Day.optional(),
  until: Day.optional(),
  account: z.string().max(80).optional(),
  text: z.string().max(100).optional(),
  currency: Currency.optional(),
  /** The page begins before this entry: its day and number. */
  beforeDay: Day.optional(),
  before: Seq.optional(),
});
export type JournalQuery = z.infer<typeof JournalQuery>;

export const PeriodOfExport = z.object({ from: Day.optional(), until: Day.optional() });

export const DayQuery = z.object({ day: Day });
export type DayQuery = z.infer<typeof DayQuery>;

export const ReportQuery = z
  .object({ name: z.enum(reportNames), from: Day.optional(), until: Day.optional() })
  .refine(({ from, until }) => from === undefined || until === undefined || from <= until, {
    error: 'not before the first day',
    path: ['until'],
  });
export type ReportQuery = z.infer<typeof ReportQuery>;
