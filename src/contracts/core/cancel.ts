import { AnyOffset, KeepOrSum, KeepRule, Money, ReceiptIn, TimeZone, Wall } from '#contracts/core/parts';
import type { CancelInput } from '#core/cancellation/cancel';
import { z } from 'zod';

export const cancellationTermsShape = {
  tiers: z.array(z.strictObject({ notice: AnyOffset, keep: KeepRule })),
  grace: z.strictObject({ within: AnyOffset, notice: AnyOffset }).optional(),
  keepAtLeast: KeepOrSum.optional(),
  noShow: KeepOrSum.optional(),
};

/** The `cancel` command (docs/rules/cancellation.md). */
export const CancelIn: z.ZodType<CancelInput> = z.strictObject({
  timeZone: TimeZone,
  agreed: Wall,
  start: Wall,
  cancelled: Wall,
  by: z.enum(['client', 'business', 'no_show']),
  total: Money,
  receipts: z.array(ReceiptIn),
  ...cancellationTermsShape,
});
