import { cancellationTermsShape } from '#contracts/core/cancel';
import {
  ClockTime,
  Money,
  PercentBelow100,
  PercentOrFixed,
  PercentUpTo100,
  Weight,
  WholeNumber,
} from '#contracts/core/parts';
import { HoldRuleIn, InstalmentRuleIn } from '#contracts/core/plan';
import { type Reminder, type Terms, withdrawalExemptions } from '#core/terms/terms';
import { waysToPay } from '#core/paymentMethods/ways';
import { z } from 'zod';

export const TermsId = z.string().min(1).max(64);
export const TermsName = z.string().trim().min(1, 'a name is needed').max(80, 'at most 80 letters');

const distance = { days: WholeNumber.optional(), weeks: WholeNumber.optional(), months: WholeNumber.optional() };
const ReminderIn = z
  .strictObject({
    ...distance,
    when: z.enum(['before', 'after']),
    at: ClockTime.optional(),
    text: z.string().trim().min(1).max(500, 'at most 500 letters').optional(),
  })
  .refine(({ days, weeks, months }) => [days, weeks, months].filter((each) => each !== undefined).length === 1, {
    error: 'exactly one of days, weeks, months',
    abort: true,
  }) as unknown as z.ZodType<Reminder>;

const hoursUpTo = (most: number) => Weight.refine((hours) => hours <= most, `at most ${most} hours`);

/** The rules of terms, as they are stored and as a booking keeps them. */
export const TermsIn: z.ZodType<Terms> = z.strictObject({
  collectAt: ClockTime.optional(),
  instalments: z.array(InstalmentRuleIn).min(1, 'at least one instalment').max(60, 'at most 60 instalments'),
  firstPayment: z.strictObject({ required: z.boolean(), preset: z.enum(['due', 'all']) }).optional(),
  payAllDiscount: PercentUpTo100.optional(),
  hold: HoldRuleIn.optional(),
  chargeInstead: z.strictObject({ above: Weight }).optional(),
  cardOnFile: z.boolean().optional(),
  holdCoversBalance: z.boolean(),
  holdCoversKeep: z.boolean().optional(),
  cancellation: z.strictObject(cancellationTermsShape),
  claims: z
    .strictObject({
      most: PercentOrFixed.optional(),
      answerDays: WholeNumber.refine((days) => days <= 60, 'at most 60 days'),
      late: z
        .strictObject({
          freeMinutes: WholeNumber.refine((minutes) => minutes <= 1440, 'at most 1440 minutes'),
          per: z.enum(['hour', 'day']),
          each: PercentOrFixed,
          most: Money.optional(),
        })
        .optional(),
    })
    .optional(),
  withdrawal: z
    .union([
      z.strictObject({ days: WholeNumber.refine((days) => days >= 1 && days <= 365, 'from 1 to 365 days') }),
      z.strictObject({ exempt: z.enum(withdrawalExemptions) }),
    ])
    .optional(),
  graceDays: WholeNumber.refine((days) => days <= 365, 'at most 365 days'),
  reminders: z.array(ReminderIn).max(20, 'at most 20 reminders'),
  retryAfterHours: z.array(hoursUpTo(24 * 90)).max(10, 'at most 10 tries'),
  minimum: PercentOrFixed.optional(),
  fee: z
    .strictObject({
      percent: PercentBelow100,
      fixed: Money,
      mode: z.enum(['add', 'cover']),
      country: z.string().regex(/^[A-Z]{2}$/, 'a country code of two letters, such as PT'),
    })
    .optional(),
  ways: z.array(z.enum(waysToPay)).min(1, 'at least one way to pay').optional(),
  lapseAfterHours: hoursUpTo(24 * 365).optional(),
});

/** A new version of terms, written on top of the version that its writer had read; 0 for new terms. */
export const PublishTerms = z.strictObject({
  termsId: TermsId.nullable(),
  name: TermsName,
  baseVersion: WholeNumber,
  rules: TermsIn,
});
export type PublishTerms = z.infer<typeof PublishTerms>;

export const GiveTerms = z.strictObject({ termsId: TermsId, serviceIds: z.array(z.string().min(1).max(64)).max(500) });
export type GiveTerms = z.infer<typeof GiveTerms>;

/** Applies the newest version to bookings that keep an older one; a few at a time, so that it can be stopped. */
export const ApplyTerms = z.strictObject({
  termsId: TermsId,
  version: Weight,
  bookings: z
    .array(z.strictObject({ id: z.string().min(1).max(64), seen: WholeNumber }))
    .min(1)
    .max(50),
});
export type ApplyTerms = z.infer<typeof ApplyTerms>;
