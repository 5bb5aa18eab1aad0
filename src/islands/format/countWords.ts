import { mostCounted } from '#contracts/bookings/views';
import { formatCount } from '#core/money/formatMoney';

/** A count that was not counted to its end: `2,000+`. */
export const manyWords = (count: number): string =>
  count > mostCounted ? `${formatCount(mostCounted)}+` : formatCount(count);

const words = [
  'Nothing',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];

/** `Six decisions today`; `Nothing to decide today`. */
export function countWords(count: number): string {
  if (count === 0) return 'Nothing to decide today';
  return `${words[count] ?? String(count)} ${count === 1 ? 'decision' : 'decisions'} today`;
}
