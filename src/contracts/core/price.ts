import { Currency, DecimalText, Money, oneKeyOf, PercentUpTo100 } from '#contracts/core/parts';
import type { Discount, PriceInput } from '#core/price/price';
import { z } from 'zod';

export const DiscountIn = oneKeyOf<Discount>({ percent: PercentUpTo100, amount: Money });

export const PriceLineIn = z
  .strictObject({
    id: z.string(),
    label: z.string(),
    quantity: DecimalText,
    unitPrice: Money,
    discount: DiscountIn.optional(),
    taxes: z.array(z.string()).optional(),
    extra: z.boolean().optional(),
    chosen: z.boolean().optional(),
  })
  .refine((line) => line.chosen === undefined || line.extra === true, {
    error: 'only an extra can be chosen',
    path: ['chosen'],
    abort: true,
  });

const TaxCode = z.string().regex(/^\p{L}/u, { error: 'a tax code begins with a letter', abort: true });

/** The `price` command (docs/rules/price.md). */
export const PriceIn: z.ZodType<PriceInput> = z
  .strictObject({
    currency: Currency,
    taxMode: z.enum(['exclusive', 'inclusive']),
    taxes: z.record(TaxCode, z.strictObject({ rate: DecimalText })),
    lines: z.array(PriceLineIn),
    discount: DiscountIn.optional(),
  })
  .superRefine((input, context) => {
    input.lines.forEach((line, index) =>
      line.taxes?.forEach((code, position) => {
        if (Object.hasOwn(input.taxes, code)) return;
        context.addIssue({
          code: 'custom',
          path: ['lines', index, 'taxes', position],
          message: `no tax has the code ${code}`,
        });
      }),
    );
  });
