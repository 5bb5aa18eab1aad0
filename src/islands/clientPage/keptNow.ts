import type { ClientView, KeptOnPage } from '#contracts/clientPage/views';

/** `card ending in 7315`. */
export const keptWhat = ({ way, last4 }: KeptOnPage): string =>
  `${way === 'debit' ? 'bank account' : 'card'} ending in ${last4}`;

/** What is kept now, and for what: `the card ending in 7315 for payments and the hold`. */
export function keptNow({ card, holdCard }: Pick<ClientView, 'card' | 'holdCard'>): string | null {
  if (card && holdCard && card.last4 === holdCard.last4)
    return `The ${keptWhat(card)} is kept for payments and the hold`;
  const said = [
    ...(card ? [`the ${keptWhat(card)} is kept for payments`] : []),
    ...(holdCard ? [`the ${keptWhat(holdCard)} for the hold`] : []),
  ].join(', ');
  return said === '' ? null : said[0]!.toUpperCase() + said.slice(1);
}
