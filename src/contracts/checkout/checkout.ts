import { EmailAddress } from '#contracts/fields/emailAddress';
import { dayNumber } from '#core/calendar/days';
import { CalendarDate, Moment, Money, Wall, WholeNumber } from '#contracts/core/parts';
import { PersonName } from '#contracts/fields/personName';
import { z } from 'zod';

const Id = z.string().min(1).max(64);
const Key = z.string().min(20).max(100);

const Count = WholeNumber.refine((count) => count >= 1 && count <= 5000, 'from 1 to 5000');

export const AskedItem = z
  .strictObject({
    serviceId: Id,
    start: Wall,
    end: Wall,
    count: Count,
    extras: z.record(Id, WholeNumber),
  })
  .refine(({ start, end }) => end >= start, { error: 'the end is before the start', path: ['end'] });
export type AskedItem = z.infer<typeof AskedItem>;

/** What a client put together, with the sums that their page showed: where these differ, nothing is booked. */
export const CheckOut = z.strictObject({
  /** What the device worked out, where the page wanted that first. */
  proof: z.string().max(2000).optional(),
  /** Made anew for each cart and kept over a repeat: a second sending makes no second booking. */
  requestKey: z.string().min(16).max(64),
  clientName: PersonName,
  clientEmail: EmailAddress,
  /** As it was typed; empty where none was. */
  phone: z.string().trim().max(40, 'at most 40 letters').optional(),
  note: z.string().trim().max(2000, 'at most 2000 letters'),
  items: z.array(AskedItem).min(1, 'nothing is chosen').max(8, 'at most 8 bookings at once'),
  /** The name under the agreements that the page showed; null where there was none. */
  agreedName: z.string().trim().max(120).nullable(),
  /** What the client filled in of the agreements, by the id of the field. */
  filled: z.record(Id, z.string().max(500)),
  /** The sums of the page, and the moment at which it computed them: what is agreed to is the text of that page. */
  seen: z.strictObject({ total: Money, dueNow: Money, at: Moment }),
});
export type CheckOut = z.infer<typeof CheckOut>;

export const OnCheckout = z.strictObject({ key: Key });
export type OnCheckout = z.infer<typeof OnCheckout>;

export const PayCheckout = z.strictObject({
  key: Key,
  attempt: z.string().min(8).max(64),
  card: z.string().min(8).max(100),
  /** The account whose frame gave the token; the default one where none is named. */
  account: Id.optional(),
  /** Everything at once instead of what is due now. */
  everything: z.boolean(),
  tip: Money,
  /** What the page showed to be charged, without a fee passed on. */
  seen: Money,
});
export type PayCheckout = z.infer<typeof PayCheckout>;

/** The most days that the public calendar is asked for at once: more than a year ahead. */
const mostFreeDays = 420;

export const FreeQuery = z
  .object({
    service: Id,
    from: CalendarDate,
    to: CalendarDate,
    count: z.coerce.number().int().min(1).max(5000).default(1),
    /** A start, whose possible ends are asked for. */
    start: Wall.optional(),
  })
  .refine(({ from, to }) => from <= to && dayNumber(to) - dayNumber(from) <= mostFreeDays, {
    error: `from and to in this order, at most ${mostFreeDays} days apart`,
    path: ['to'],
  });
export type FreeQuery = z.infer<typeof FreeQuery>;
