import { CalendarDate, Moment, Money, PercentOrFixed, ReceiptIn, TimeZone, WholeNumber } from '#contracts/core/parts';
import type { PositionInput } from '#core/position/position';
import { z } from 'zod';

const PartIn = z
  .looseObject({ name: z.string(), amount: Money, due: CalendarDate.nullable(), dueAt: Moment.nullable() })
  .refine((part) => (part.due === null) === (part.dueAt === null), {
    error: 'a day and its moment come together',
    path: ['dueAt'],
    abort: true,
  });

/** The `position` command (docs/rules/position.md); of a plan's output it reads the instalments only. */
export const PositionIn: z.ZodType<PositionInput> = z.strictObject({
  plan: z.looseObject({ instalments: z.array(PartIn) }),
  timeZone: TimeZone,
  asOf: Moment,
  receipts: z.array(ReceiptIn),
  graceDays: WholeNumber.optional(),
  minimum: PercentOrFixed.optional(),
});
