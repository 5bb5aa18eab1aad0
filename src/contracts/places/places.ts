import { CalendarDate, ClockTime, Wall, WholeNumber } from '#contracts/core/parts';
import type { Hours } from '#core/places/hours';
import { type BookingRules, confirmations, takesNoPlace } from '#core/places/rules';
import { z } from 'zod';

const Id = z.string().min(1).max(64);
const RequestKey = z.string().min(8).max(64);
const between = (least: number, most: number) =>
  WholeNumber.refine((value) => value >= least && value <= most, `from ${least} to ${most}`);

const Span = z.strictObject({ from: ClockTime, to: ClockTime });
export const HoursIn: z.ZodType<Hours> = z.strictObject({
  week: z.array(z.array(Span).max(4, 'at most four times a day')).length(7),
  days: z
    .array(
      z
        .strictObject({
          from: CalendarDate,
          to: CalendarDate,
          spans: z.array(Span).max(4, 'at most four times a day'),
          note: z.string().trim().max(120, 'at most 120 letters'),
        })
        .refine(({ from, to }) => to >= from, { error: 'the last day is before the first', path: ['to'] }),
    )
    .max(200, 'at most 200 entries'),
});
export const SaveHours = z.strictObject({ hours: HoursIn });
export type SaveHours = z.infer<typeof SaveHours>;

const WhenIn = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('slots'),
    minutes: between(5, 1440),
    everyMinutes: between(5, 1440),
    bufferBefore: between(0, 1440),
    bufferAfter: between(0, 1440),
  }),
  z
    .strictObject({
      kind: z.literal('stay'),
      by: z.enum(['hour', 'day', 'night']),
      least: between(1, 366),
      most: between(1, 366),
      pickUp: ClockTime,
      giveBack: ClockTime,
      turnaroundMinutes: between(0, 10_080),
    })
    .refine(({ least, most }) => least <= most, { error: 'less than the shortest', path: ['most'] }),
  z.strictObject({ kind: z.literal('dates') }),
  z.strictObject({ kind: z.literal('asked'), days: between(1, 366) }),
]);

export const BookingRulesIn: z.ZodType<BookingRules> = z
  .strictObject({
    online: z.boolean(),
    confirm: z.enum(confirmations),
    authorise: z.boolean(),
    keepMinutes: between(3, 60),
    answerHours: between(1, 336),
    noticeHours: between(0, 8760),
    aheadDays: between(1, 1095),
    counts: z.enum(['nothing', 'guests', 'units']),
    least: between(1, 5000),
    most: between(1, 5000),
    when: WhenIn,
    needs: z.array(z.strictObject({ anyOf: z.array(Id).min(1, 'choose a place').max(50) })).max(5),
    anyNumber: z.boolean().optional(),
    hours: HoursIn.nullable(),
    agreementId: Id.nullable(),
    tip: z.boolean(),
  })
  .refine(({ least, most }) => least <= most, { error: 'less than the smallest number', path: ['most'] })
  .refine((rules) => rules.needs.length > 0 || takesNoPlace(rules), {
    error: 'choose whom or what it takes, or any number at once',
    path: ['needs', 0, 'anyOf'],
  })
  .refine(({ confirm, when }) => when.kind !== 'asked' || confirm === 'owner', {
    error: 'a start that is asked for is confirmed by you',
    path: ['confirm'],
  });

/** Whom or what bookings take; `id` null makes a new one. */
export const SavePlace = z.strictObject({
  id: Id.nullable(),
  requestKey: RequestKey,
  name: z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 letters'),
  kind: z.enum(['person', 'room', 'stock']),
  units: between(1, 5000),
  hours: HoursIn.nullable(),
  retired: z.boolean(),
});
export type SavePlace = z.infer<typeof SavePlace>;

/** One more date of a service that is held on set dates. */
export const AddDate = z
  .strictObject({ requestKey: RequestKey, serviceId: Id, start: Wall, end: Wall, seats: between(1, 5000) })
  .refine(({ start, end }) => end > start, { error: 'the end is not after the start', path: ['end'] });
export type AddDate = z.infer<typeof AddDate>;
export const CallOffDate = z.strictObject({ id: Id });
export type CallOffDate = z.infer<typeof CallOffDate>;

/** Keeps a place free of bookings for something else. */
export const BlockPlace = z
  .strictObject({ placeId: Id, start: Wall, end: Wall, note: z.string().trim().min(1, 'what for').max(120) })
  .refine(({ start, end }) => end > start, { error: 'the end is not after the start', path: ['end'] });
export type BlockPlace = z.infer<typeof BlockPlace>;
/** A booking that takes one unit of a place, put on another of the same place. */
export const MoveUnit = z.strictObject({ bookingId: Id, placeId: Id, unit: between(1, 5000) });
export type MoveUnit = z.infer<typeof MoveUnit>;

export const FreePlace = z.strictObject({ id: WholeNumber });
export type FreePlace = z.infer<typeof FreePlace>;
