import { Money } from '#contracts/core/parts';
import { PriceIn } from '#contracts/core/price';
import type { InvoiceInput } from '#core/invoices/invoice';
import { z } from 'zod';

const Sum = Money.refine((amount) => amount > 0, 'a sum above zero');

/** The `invoice` command (docs/rules/documents.md). */
export const InvoiceIn: z.ZodType<InvoiceInput> = z.strictObject({
  price: PriceIn,
  documents: z.array(
    z.discriminatedUnion('kind', [
      z.strictObject({ id: z.string(), kind: z.literal('account'), amount: Sum }),
      z.strictObject({ id: z.string(), kind: z.literal('final') }),
      z.strictObject({ id: z.string(), kind: z.literal('credit'), of: z.string(), amount: Sum.optional() }),
    ]),
  ),
});
