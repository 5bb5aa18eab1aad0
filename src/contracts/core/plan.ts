import {
  AnyOffset,
  CalendarDate,
  ClockTime,
  Currency,
  DateMove,
  DecimalText,
  Hours,
  Money,
  oneKeyOf,
  PercentOrFixed,
  TimeZone,
  Wall,
  Weight,
} from '#contracts/core/parts';
import { secondsOfWall } from '#core/calendar/zoned';
import type { AmountRule, DueRule, HoldRule, InstalmentRule, PlanInput } from '#core/plan/rules';
import { z } from 'zod';

const plusOrMinus = (value: { plus?: unknown; minus?: unknown }): boolean =>
  value.plus === undefined || value.minus === undefined;

const AmountIn = oneKeyOf<AmountRule>({ percent: DecimalText, fixed: Money, share: Weight });

const DueIn = z
  .strictObject({
    on: z.enum(['agreement', 'start', 'end', 'midway']).optional(),
    plus: DateMove.optional(),
    minus: DateMove.optional(),
    date: CalendarDate.optional(),
    open: z.literal(true).optional(),
  })
  .refine((due) => [due.on, due.date, due.open].filter((key) => key !== undefined).length === 1, {
    error: 'exactly one of on, date, open',
    abort: true,
  })
  .refine(plusOrMinus, { error: 'at most one of plus and minus', abort: true })
  .refine((due) => (due.on && due.on !== 'midway') || (due.plus ?? due.minus) === undefined, {
    error: 'plus and minus belong to agreement, start and end',
    abort: true,
  }) as unknown as z.ZodType<DueRule>;

export const InstalmentRuleIn: z.ZodType<InstalmentRule> = z.strictObject({
  name: z.string(),
  collect: z.enum(['ask', 'charge', 'desk']),
  amount: AmountIn,
  due: DueIn,
});

export const HoldRuleIn: z.ZodType<HoldRule> = z.strictObject({
  amount: PercentOrFixed,
  place: z
    .strictObject({ on: z.enum(['start', 'agreement']), plus: AnyOffset.optional(), minus: AnyOffset.optional() })
    .refine(plusOrMinus, { error: 'at most one of plus and minus', abort: true }),
  keep: z.strictObject({ on: z.literal('end'), plus: AnyOffset.optional() }),
  validFor: Hours.optional(),
  renewValidFor: Hours.optional(),
  margin: Hours.optional(),
  style: z.enum(['overlap', 'swap']).optional(),
});

/** The `plan` command (docs/rules/plan.md and hold.md). */
export const PlanIn: z.ZodType<PlanInput> = z
  .strictObject({
    currency: Currency,
    timeZone: TimeZone,
    agreed: Wall,
    start: Wall,
    end: Wall,
    total: Money,
    collectAt: ClockTime.optional(),
    instalments: z.array(InstalmentRuleIn),
    hold: HoldRuleIn.optional(),
  })
  .refine((input) => secondsOfWall(input.end, input.timeZone) >= secondsOfWall(input.start, input.timeZone), {
    error: 'the end is before the start',
    path: ['end'],
    abort: true,
  });
