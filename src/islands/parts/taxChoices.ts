import { formatPercent } from '#core/money/formatMoney';

/** The taxes that a line may carry: one of those that there are, none, or the several that it carries now. */
export const taxChoices = (
  taxes: readonly { readonly code: string; readonly rate: Parameters<typeof formatPercent>[0] }[],
  now: readonly string[],
) => [
  ...(now.length > 1 ? [{ value: now.join(' '), label: now.join(' + ') }] : []),
  ...taxes.map(({ code, rate }) => ({ value: code, label: `${code} ${formatPercent(rate)}` })),
  { value: '', label: 'no tax' },
];

/** What was chosen, as the codes of a line. */
export const chosenTaxes = (value: string): string[] => value.split(' ').filter(Boolean);
