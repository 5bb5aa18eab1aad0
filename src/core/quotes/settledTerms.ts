import type { Settling } from '#core/quotes/draft';
import type { Terms } from '#core/terms/terms';

/**
 * The terms as this offer settles them. At the counter: the same instalments, each taken in person, and none of them
 * is waited for before the booking is secured. On the house account: everything in one sum so many days after the end,
 * with no card. Cancellation, grace and reminders stay.
 */
export function settledTerms(
  terms: Terms,
  { settling, accountDays }: { readonly settling: Settling; readonly accountDays: number },
): Terms {
  if (settling === 'online') return terms;
  const { hold: _, chargeInstead: __, cardOnFile: ___, fee: ____, payAllDiscount: _____, ...kept } = terms;
  if (settling === 'account') {
    const due = { on: 'end', plus: { days: accountDays } } as const;
    return {
      ...kept,
      holdCoversBalance: false,
      firstPayment: { required: false, preset: 'due' },
      instalments: [{ name: 'house account', collect: 'ask', amount: { share: 1 }, due }],
    };
  }
  return {
    ...kept,
    ...(terms.hold ? { hold: terms.hold } : {}),
    firstPayment: { required: false, preset: 'due' },
    instalments: terms.instalments.map((rule) => ({ ...rule, collect: 'desk' })),
  };
}
