import { Money } from '#contracts/core/parts';
import { isPlainDate, type PlainDate } from '#core/calendar/days';
import { isIban } from '#core/invoices/creditorReference';
import { accountMoments } from '#core/invoices/settings';
import { z } from 'zod';

const Id = z.string().min(1).max(100);
const Key = z.string().min(8).max(100);
export const Day = z.string().refine((text): text is PlainDate => isPlainDate(text), 'a day, as YYYY-MM-DD');
const Line = z.string().trim().max(120, 'at most 120 letters');

/** Capital letters and digits alone; whether it has the form of one, the server looks. */
export const TaxNumber = z
  .string()
  .trim()
  .max(30, 'at most 30 letters and digits')
  .transform((number) => number.toUpperCase().replace(/[\s.-]/g, ''));

export const IssueDocument = z.strictObject({ bookingId: Id, requestKey: Key });
export type IssueDocument = z.infer<typeof IssueDocument>;

export const InvoiceOnAccount = z.strictObject({
  bookingId: Id,
  requestKey: Key,
  amount: Money.refine((amount) => amount > 0, 'a sum above zero'),
});
export type InvoiceOnAccount = z.infer<typeof InvoiceOnAccount>;

export const CreditDocument = z.strictObject({
  bookingId: Id,
  requestKey: Key,
  number: z.string().min(1).max(60),
  amount: Money.refine((amount) => amount > 0, 'a sum above zero'),
});
export type CreditDocument = z.infer<typeof CreditDocument>;

export const SendDocument = z.strictObject({ number: z.string().min(1).max(60), requestKey: Key });
export type SendDocument = z.infer<typeof SendDocument>;

/** Which documents are issued by themselves, and what they say of the business. */
export const SaveDocuments = z.strictObject({
  settings: z
    .strictObject({
      from: Day.nullable(),
      onAccount: z.enum(accountMoments),
      final: z.boolean(),
      send: z.boolean(),
      dueDays: z.number().int('whole days').min(0).max(365),
      remindDays: z.array(z.number().int('whole days').min(1).max(365)).max(6, 'at most six').readonly(),
      addressNeeded: z.boolean(),
      prefixes: z.strictObject({
        invoice: z.string().regex(/^[A-Za-z0-9-]{0,8}$/, 'at most 8 letters and digits'),
        credit: z.string().regex(/^[A-Za-z0-9-]{0,8}$/, 'at most 8 letters and digits'),
      }),
      note: z.string().trim().max(500, 'at most 500 letters'),
    })
    .refine(({ prefixes }) => prefixes.invoice !== prefixes.credit, {
      error: 'another one than that of invoices',
      path: ['prefixes', 'credit'],
    }),
  seller: z.strictObject({
    legalName: Line,
    street: Line,
    postcode: z.string().trim().max(20),
    city: Line,
    taxNumber: TaxNumber,
    registration: z.string().trim().max(60),
    iban: z
      .string()
      .trim()
      .max(42)
      .refine((iban) => iban === '' || isIban(iban), 'the check digits of this IBAN are not right'),
    bic: z.string().regex(/^([A-Z]{6}[A-Z0-9]{2}([A-Z0-9]{3})?)?$/, 'eight or eleven letters and digits'),
    creditorId: z
      .string()
      .trim()
      .regex(/^[A-Za-z0-9]{0,35}$/, 'at most 35 letters and digits')
      .optional(),
  }),
});
export type SaveDocuments = z.infer<typeof SaveDocuments>;

export const DocumentsQuery = z.object({
  search: z.string().max(100).optional(),
  kind: z.enum(['all', 'open', 'account', 'final', 'credit']).optional(),
  after: z
    .string()
    .regex(/^\d{1,15}$/)
    .transform(Number)
    .optional(),
});
export type DocumentsQuery = z.infer<typeof DocumentsQuery>;
