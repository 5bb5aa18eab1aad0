import { Money } from '#contracts/core/parts';
import type { CloseoutInput } from '#core/closeout/closeout';
import { z } from 'zod';

/** The `closeout` command (docs/rules/closeout.md). */
export const CloseoutIn: z.ZodType<CloseoutInput> = z.strictObject({
  held: Money,
  claims: z.array(z.strictObject({ id: z.string(), amount: Money })),
  outstanding: Money,
  coverBalance: z.boolean(),
});
