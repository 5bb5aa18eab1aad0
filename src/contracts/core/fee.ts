import { DecimalText, Money, PercentBelow100 } from '#contracts/core/parts';
import type { FeeInput } from '#core/fee/fee';
import { z } from 'zod';

/** The `fee` command (docs/rules/fee.md). */
export const FeeIn: z.ZodType<FeeInput> = z
  .strictObject({ amount: Money, percent: DecimalText, fixed: Money, mode: z.enum(['add', 'cover']) })
  .refine((input) => input.mode === 'add' || PercentBelow100.safeParse(input.percent).success, {
    error: 'to cover needs a percentage below "100"',
    path: ['percent'],
    abort: true,
  });
