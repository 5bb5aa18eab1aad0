import { Day, TaxNumber } from '#contracts/invoices/documents';
import { CompanyName, PersonName } from '#contracts/fields/personName';
import { EmailAddress } from '#contracts/fields/emailAddress';
import { z } from 'zod';

const Line = z
  .string()
  .trim()
  .max(120, 'at most 120 letters')
  .regex(/^[^\p{Cc}\u2028\u2029]*$/u, 'in one line');
const Country = z.string().regex(/^([A-Z]{2})?$/, 'two letters, such as PT');
const Person = z.strictObject({
  name: Line.min(1, 'a name is needed'),
  email: EmailAddress,
});
/** Said by somebody whom nobody knows. */
const GivenPerson = z.strictObject({ name: PersonName, email: EmailAddress });

/** For whom documents are, as clients say it themselves. */
export const GivenBill = z.strictObject({
  company: CompanyName,
  street: Line,
  postcode: z.string().trim().max(20, 'at most 20 letters'),
  city: Line,
  country: Country,
  taxNumber: TaxNumber,
  billTo: GivenPerson.nullable(),
});
export type GivenBill = z.infer<typeof GivenBill>;

/** The same in the owner's words, with what the owner knows: that the number was looked up, and who pays. */
export const KeptBill = GivenBill.extend({
  company: Line,
  billTo: Person.nullable(),
  taxChecked: Day.nullable(),
  payer: Person.nullable(),
}).refine(({ taxChecked, taxNumber }) => taxChecked === null || taxNumber !== '', {
  error: 'there is no number that could be checked',
  path: ['taxChecked'],
});

export const SaveClient = z.strictObject({
  clientId: z.string().min(1).max(100),
  name: z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 letters'),
  phone: z.string().trim().max(40),
  bill: KeptBill,
});
export type SaveClient = z.infer<typeof SaveClient>;

/** For whom the documents of one booking are; null: as its client has it. */
export const SaveBookingBill = z.strictObject({
  bookingId: z.string().min(1).max(100),
  bill: KeptBill.nullable(),
});
export type SaveBookingBill = z.infer<typeof SaveBookingBill>;

/** Said by whoever books, reads an offer, or pays: by the link of a booking, offer or request, or the key of a checkout. */
export const GiveBill = z.strictObject({
  of: z.enum(['booking', 'checkout', 'quote', 'request']),
  key: z.string().min(20).max(100),
  bill: GivenBill,
});
export type GiveBill = z.infer<typeof GiveBill>;

export const ClientsQuery = z.object({
  search: z.string().max(100).optional(),
  /** The page begins behind this client, by name. */
  name: z.string().max(200).optional(),
  id: z.string().max(100).optional(),
});
export type ClientsQuery = z.infer<typeof ClientsQuery>;

export const ClientQuery = z.object({ id: z.string().min(1).max(100) });
export type ClientQuery = z.infer<typeof ClientQuery>;

/** What was typed of a client whom a form proposes. */
export const KnownQuery = z.object({ search: z.string().max(120) });
export type KnownQuery = z.infer<typeof KnownQuery>;

/** Everything that is known of a person goes, for ever: their name is typed once more, so that it is them. */
export const EraseClient = z.strictObject({ clientId: z.string().min(1).max(100), name: z.string().trim().max(200) });
export type EraseClient = z.infer<typeof EraseClient>;
