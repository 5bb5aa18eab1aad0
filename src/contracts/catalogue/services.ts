import { taxCategories } from '#core/invoices/taxCategory';
import { Currency, DecimalText, Money, PercentUpTo100, WholeNumber } from '#contracts/core/parts';
import { BookingRulesIn } from '#contracts/places/places';
import { priceBases, serviceColours, serviceKinds } from '#core/catalogue/service';
import { Shown } from '#contracts/paymentMethods/paymentMethods';
import { claimKinds } from '#core/claims/said';
import { isPage } from '#core/catalogue/service';
import { z } from 'zod';

const Id = z.string().min(1).max(64);
const TaxCode = z
  .string()
  .trim()
  .max(20)
  .regex(/^\p{L}[\p{L}\p{N} _-]*$/u, 'a code that begins with a letter, such as VAT');

const ExtraIn = z.strictObject({
  id: Id,
  label: z.string().trim().min(1, 'a name is needed').max(120),
  unitPrice: Money,
  most: WholeNumber.refine((most) => most >= 1 && most <= 1000, 'from 1 to 1000'),
  /** Less is held, and less can be claimed at most, of a booking that has it. */
  waiver: z.strictObject({ hold: Money, most: Money }).optional(),
});

const Group = z.string().trim().max(60, 'at most 60 letters');
const text = z.string().trim().max(2000, 'at most 2000 letters');

/** What its clients read and see of it. */
const OnPageIn = z.strictObject({
  about: text,
  note: text,
  picture: Id.nullable(),
  thanks: text,
  nextPage: z
    .string()
    .trim()
    .max(500)
    .refine((page) => page === '' || isPage(page), 'a page, such as https://your.example'),
});

/** A service as its editor sends it; `id` null makes a new one. */
export const SaveService = z.strictObject({
  id: Id.nullable(),
  requestKey: z.string().min(8).max(64),
  name: z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 letters'),
  kind: z.enum(serviceKinds),
  currency: Currency,
  termsId: Id,
  basis: z.enum(priceBases),
  unitPrice: Money,
  included: z.string().trim().max(2000, 'at most 2000 letters'),
  extras: z.array(ExtraIn).max(50, 'at most 50 extras'),
  taxMode: z.enum(['inclusive', 'exclusive']),
  taxCodes: z.array(TaxCode).max(5),
  colour: z.enum(serviceColours),
  retired: z.boolean(),
  ways: Shown.optional(),
  group: Group.optional(),
  onPage: OnPageIn.optional(),
  /** Proposed where something is claimed after it. */
  usualClaims: z
    .array(
      z.strictObject({
        what: z.enum(claimKinds),
        reason: z.string().trim().min(1, 'say what the claim is for').max(200, 'at most 200 letters'),
        amount: Money.refine((value) => value > 0, 'a sum above zero'),
      }),
    )
    .max(20, 'at most 20')
    .optional(),
  /** How clients book it themselves; null: only the owner books it, and it takes no place. */
  booking: BookingRulesIn.nullable(),
});
export type SaveService = z.infer<typeof SaveService>;

/** One change for many services; what is absent stays. */
export const ChangeServices = z
  .strictObject({
    ids: z.array(Id).min(1).max(500),
    termsId: Id.optional(),
    taxMode: z.enum(['inclusive', 'exclusive']).optional(),
    taxCodes: z.array(TaxCode).max(5).optional(),
    colour: z.enum(serviceColours).optional(),
    group: Group.optional(),
    retired: z.boolean().optional(),
    /** Prices up or down by so many percent, each rounded once. */
    raise: z.strictObject({ percent: DecimalText, down: z.boolean() }).optional(),
  })
  .refine(({ ids, ...change }) => ids.length > 0 && Object.values(change).some((each) => each !== undefined), {
    error: 'nothing to change',
  });
export type ChangeServices = z.infer<typeof ChangeServices>;

export const SaveTaxes = z
  .strictObject({
    taxes: z
      .array(
        z
          .strictObject({
            code: TaxCode,
            label: z.string().trim().min(1).max(60),
            rate: PercentUpTo100,
            category: z.enum(taxCategories).optional(),
            reason: z.string().trim().max(40, 'at most 40 letters').optional(),
          })
          .refine(({ rate, category = 'S' }) => category === 'S' || /^0(\.0*)?$/.test(rate), {
            error: 'nothing, where no tax is charged',
            path: ['rate'],
          }),
      )
      .max(20, 'at most 20 taxes'),
  })
  .superRefine(({ taxes }, context) => {
    taxes.forEach(({ code }, index) => {
      if (taxes.findIndex((tax) => tax.code === code) === index) return;
      context.addIssue({ code: 'custom', path: ['taxes', index, 'code'], message: 'this code is there already' });
    });
  });
export type SaveTaxes = z.infer<typeof SaveTaxes>;
