import { formatAmount } from '#core/money/formatMoney';
import type { Discount, PriceInput, PriceLine } from '#core/price/price';
import { type DraftLine, emptyDraft, type QuoteDraft } from '#core/quotes/draft';

const discountText = (discount: Discount | undefined, currency: string) => {
  if (!discount) return { discountKind: 'none', discount: '' } as const;
  return 'percent' in discount
    ? ({ discountKind: 'percent', discount: discount.percent } as const)
    : ({ discountKind: 'amount', discount: formatAmount(discount.amount, currency) } as const);
};

const lineText = (line: PriceLine, currency: string): DraftLine => ({
  id: line.id,
  label: line.label,
  note: '',
  quantity: line.quantity,
  unit: '',
  unitPrice: formatAmount(line.unitPrice, currency),
  taxes: line.taxes ?? [],
  ...discountText(line.discount, currency),
});

type Booked = {
  readonly title: string;
  readonly serviceId: string;
  readonly termsId: string;
  readonly clientName: string;
  readonly clientEmail: string;
  readonly price: PriceInput;
};

/** A new quote like an earlier booking: same client, lines and terms, and no dates yet. */
export function draftOfBooking({ price, ...booked }: Booked, included: string): QuoteDraft {
  const counted = price.lines.filter((line) => !line.extra || line.chosen);
  return {
    ...emptyDraft,
    ...booked,
    subject: `Our offer: ${booked.title}`,
    included,
    taxMode: price.taxMode,
    lines: counted.map((line) => lineText(line, price.currency)),
    ...discountText(price.discount, price.currency),
  };
}
