import { EmailAddress } from '#contracts/fields/emailAddress';
import { contrastOnWhite } from '#contracts/fields/colour';
import { Money, WholeNumber } from '#contracts/core/parts';
import { notifications, type Notification } from '#core/messages/notified';
import { z } from 'zod';

const File = z.string().min(1).max(64);

/** What text needs on its ground (WCAG 2.2, 1.4.3). */
const enough = 4.5;

/** The business as its clients see it. */
export const SaveBusiness = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(120),
  line: z.string().trim().max(120, 'at most 120 letters'),
  email: EmailAddress,
  address: z.string().trim().max(300, 'at most 300 letters').optional(),
  /** ISO 3166; empty where it is not said. */
  country: z
    .string()
    .regex(/^([A-Z]{2})?$/, 'two letters, such as PT')
    .optional(),
  look: z.strictObject({
    colour: z
      .string()
      .regex(/^#[0-9a-f]{6}$/, { error: 'a colour, as #rrggbb', abort: true })
      .refine((colour) => contrastOnWhite(colour) >= enough, 'a darker colour: white text cannot be read on this one')
      .optional(),
    logo: File.optional(),
    picture: File.optional(),
  }),
});
export type SaveBusiness = z.infer<typeof SaveBusiness>;

const Months = WholeNumber.refine((months) => months >= 1 && months <= 120, 'from 1 to 120 months');

/** What the booking page says, asks and sells besides its services. */
export const SavePage = z.strictObject({
  note: z.string().trim().max(2000, 'at most 2000 letters'),
  phone: z.enum(['off', 'wished', 'needed']),
  vouchers: z
    .strictObject({ least: Money, most: Money, months: Months.nullable() })
    .refine(({ least }) => least > 0, { error: 'a sum above zero', path: ['least'] })
    .refine(({ least, most }) => least <= most, { error: 'not below the smallest', path: ['most'] })
    .nullable(),
  expired: z.enum(['owed', 'income']).optional(),
});
export type SavePage = z.infer<typeof SavePage>;

/** How days, times and figures are written. */
export const SaveStyle = z.strictObject({
  order: z.enum(['dmy', 'mdy', 'ymd']),
  weekStarts: z.union([z.literal(0), z.literal(1), z.literal(6)]),
  clock: z.union([z.literal(12), z.literal(24)]),
  figures: z.enum(['comma', 'point', 'space', 'apostrophe']),
  sign: z.enum(['before', 'after']),
});
export type SaveStyle = z.infer<typeof SaveStyle>;

const Notification = z.enum(Object.keys(notifications) as [Notification, ...Notification[]]);

/** Who is told of what happens, each address once. */
export const SaveTold = z.strictObject({
  people: z
    .array(
      z.strictObject({
        name: z.string().trim().min(1, 'a name is needed').max(120),
        email: EmailAddress,
        of: z.array(Notification).max(20),
      }),
    )
    .max(20, 'at most 20 people')
    .superRefine((people, context) => {
      people.forEach(({ email }, index) => {
        if (people.findIndex((each) => each.email.toLowerCase() === email.toLowerCase()) === index) return;
        context.addIssue({ code: 'custom', path: [index, 'email'], message: 'this address is there already' });
      });
    }),
});
export type SaveTold = z.infer<typeof SaveTold>;
