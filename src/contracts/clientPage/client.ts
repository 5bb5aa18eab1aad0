import { EmailAddress } from '#contracts/fields/emailAddress';
import { Money, Wall } from '#contracts/core/parts';
import { z } from 'zod';

const Token = z.string().min(20).max(100);
const Account = z.string().min(1).max(64);

export const PayByClient = z.strictObject({
  link: Token,
  /** Made anew for each try, kept over a repeat of the same one. */
  attempt: z.string().min(8).max(64),
  card: z.string().min(8).max(100),
  /** The account whose frame gave the token; the default one where none is named. */
  account: Account.optional(),
  amount: Money.refine((value) => value > 0, 'a sum above zero'),
  /** For those who did the work; not part of the amount. */
  tip: Money.optional(),
  /** Everything at once, with the discount that the terms give for it. */
  everything: z.literal(true).optional(),
  /** What had come in or was on its way when the page was read: a payment made since in another tab is told, not made again. */
  seen: Money.optional(),
});
export type PayByClient = z.infer<typeof PayByClient>;

export const GiveCard = z.strictObject({
  link: Token,
  attempt: z.string().min(8).max(64),
  card: z.string().min(8).max(100),
  account: Account.optional(),
  /** Absent: for payments and for the hold. */
  use: z.enum(['payments', 'hold']).optional(),
});
export type GiveCard = z.infer<typeof GiveCard>;

export const OnLink = z.strictObject({ link: Token });
export type OnLink = z.infer<typeof OnLink>;

/** Without an address the link is given, to be copied. */
export const AskPayer = z.strictObject({
  link: Token,
  attempt: z.string().min(8).max(64),
  to: EmailAddress.nullable(),
});
export type AskPayer = z.infer<typeof AskPayer>;

export const UseCode = z.strictObject({ link: Token, code: z.string().regex(/^\d{6}$/, 'six digits') });
export type UseCode = z.infer<typeof UseCode>;

/** The client asks to cancel, or to begin at another time. */
export const AskChange = z
  .strictObject({
    link: Token,
    attempt: z.string().min(8).max(64),
    what: z.enum(['cancel', 'move']),
    start: Wall.nullable(),
    note: z.string().trim().max(2000, 'at most 2000 letters'),
  })
  .refine(({ what, start }) => what === 'cancel' || start !== null, { error: 'a new start', path: ['start'] });
export type AskChange = z.infer<typeof AskChange>;

export const PreviewMove = z.strictObject({ link: Token, start: Wall });
export type PreviewMove = z.infer<typeof PreviewMove>;

/** One of the client's cards for this booking from now on. */
export const UseCard = z.strictObject({
  link: Token,
  cardId: z.string().min(1).max(64),
  use: z.enum(['payments', 'hold']).optional(),
});
export type UseCard = z.infer<typeof UseCard>;
