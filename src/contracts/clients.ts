import { Day, TaxNumber } from '#contracts/documents';
import { EmailAddress } from '#contracts/emailAddress';
import { z } from 'zod';

const Line = z.string().trim().max(120, 'at most 120 letters');
const Country = z.string().regex(/^([A-Z]{2})?$/, 'two letters, such as PT');
const Person = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(120),
  email: EmailAddress,
});

export const SaveClient = z.strictObject({
  clientId: z.string().min(1).max(100),
  name: z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 letters'),
  phone: z.string().trim().max(40),
  bill: z
    .strictObject({
      company: Line,
      street: Line,
      postcode: z.string().trim().max(20),
      city: Line,
      country: Country,
      taxNumber: TaxNumber,
      taxChecked: Day.nullable(),
      billTo: Person.nullable(),
      payer: Person.nullable(),
    })
    .refine(({ taxChecked, taxNumber }) => taxChecked === null || taxNumber !== '', {
      error: 'there is no number that could be checked',
      path: ['taxChecked'],
    }),
});
export type SaveClient = z.infer<typeof SaveClient>;

export const ClientsQuery = z.object({
  search: z.string().max(100).optional(),
  /** The page begins behind this client, by name. */
  name: z.string().max(200).optional(),
  id: z.string().max(100).optional(),
});
export type ClientsQuery = z.infer<typeof ClientsQuery>;

export const ClientQuery = z.object({ id: z.string().min(1).max(100) });
export type ClientQuery = z.infer<typeof ClientQuery>;
