import { isPlainDate, type PlainDate } from '#core/calendar/days';
import { type Instant, isInstant } from '#core/calendar/instant';
import type { DateOffset, HoursOffset, Offset } from '#core/calendar/offset';
import { isTimeOfDay, isWallTime, type TimeOfDay, type WallTime } from '#core/calendar/wallTime';
import { zoneNames } from '#core/calendar/zoneNames';
import type { Keep } from '#core/cancellation/keep';
import { isCurrency } from '#core/money/currency';
import { type Decimal, isDecimal, tenThousandths } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import { z } from 'zod';

/** A text of exactly one form; nothing after it is checked where it fails. */
const text = <T extends string>(is: (value: string) => boolean, message: string) =>
  z.custom<T>((value) => typeof value === 'string' && is(value), { error: message, abort: true });

const numberThat = <T extends number>(is: (value: number) => boolean, message: string) =>
  z.custom<T>((value) => typeof value === 'number' && is(value), { error: message, abort: true });

export const Money = numberThat<Minor>(
  (value) => Number.isSafeInteger(value) && value >= 0,
  'whole minor units from 0 to 2^53 - 1',
);
export const WholeNumber = numberThat<number>(
  (value) => Number.isSafeInteger(value) && value >= 0,
  'a whole number from 0',
);
export const Weight = numberThat<number>((value) => Number.isSafeInteger(value) && value >= 1, 'a whole number from 1');
export const DecimalText = text<Decimal>(isDecimal, 'a decimal text of at most 4 places, such as "12.5"');
const hundred = tenThousandths('100' as Decimal);
export const PercentUpTo100 = text<Decimal>(
  (value) => isDecimal(value) && tenThousandths(value) <= hundred,
  'a percentage from "0" to "100", of at most 4 places',
);
export const PercentBelow100 = text<Decimal>(
  (value) => isDecimal(value) && tenThousandths(value) < hundred,
  'a percentage below "100", of at most 4 places',
);
export const Currency = text<string>(isCurrency, 'an active ISO 4217 currency code that has a minor unit');
export const TimeZone = text<string>((value) => zoneNames.has(value), 'a time zone, spelt as IANA spells it');
export const Wall = text<WallTime>(isWallTime, 'a local time, YYYY-MM-DDTHH:MM');
export const Moment = text<Instant>(isInstant, 'an instant in UTC with seconds, YYYY-MM-DDTHH:MM:SSZ');
export const CalendarDate = text<PlainDate>(isPlainDate, 'a date, YYYY-MM-DD');
export const ClockTime = text<TimeOfDay>(isTimeOfDay, 'a time of day, HH:MM');

/** An object that has exactly one of the keys: a union told apart by its key, and reported at its own place. */
export function oneKeyOf<T>(shape: z.ZodRawShape): z.ZodType<T> {
  const keys = Object.keys(shape);
  const optional = Object.fromEntries(Object.entries(shape).map(([key, type]) => [key, z.optional(type as z.ZodType)]));
  return z.strictObject(optional).refine((value) => Object.keys(value).length === 1, {
    error: `exactly one of ${keys.join(', ')}`,
    abort: true,
  }) as unknown as z.ZodType<T>;
}

export const Hours = oneKeyOf<HoursOffset>({ hours: WholeNumber });
export const DateMove = oneKeyOf<DateOffset>({ days: WholeNumber, weeks: WholeNumber, months: WholeNumber });
export const AnyOffset = oneKeyOf<Offset>({
  hours: WholeNumber,
  days: WholeNumber,
  weeks: WholeNumber,
  months: WholeNumber,
});

export const PercentOrFixed = oneKeyOf<{ percent: Decimal } | { fixed: Minor }>({
  percent: DecimalText,
  fixed: Money,
});
export const KeepRule = oneKeyOf<Keep>({ percent: DecimalText, fixed: Money, received: z.literal(true) });
/** A keep, or a bare sum of money that means a fixed one. */
export const KeepOrSum = z.union([Money.transform((fixed): Keep => ({ fixed })), KeepRule]);

const receiptShape = { id: z.string(), amount: Money, at: Moment, refunded: Money.optional() };
export const ReceiptIn = z.strictObject(receiptShape).refine((receipt) => (receipt.refunded ?? 0) <= receipt.amount, {
  error: 'more refunded than received',
  path: ['refunded'],
  abort: true,
});
