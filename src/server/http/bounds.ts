import { mostSignatureLetters } from '#core/quotes/signatureSize';
import { holdsCardNumber } from '#core/payments/cardNumber';

/** Sums, counts and lengths stay below this, in minor units or whatever they count. */
export const mostNumber = 1_000_000_000_000;
/** Years of days and moments that a business has to do with. */
const years = [1970, 2199] as const;
const mostDeep = 40;
const mostItems = 10_000;
const mostText = 200_000;
const isPicture = (text: string): boolean => text.startsWith('data:image/');

export type OutOfBounds = { readonly path: string; readonly message: string };

function wrongText(text: string): string | null {
  if (text.includes('\0')) return 'a character that no text has';
  if (/\p{Surrogate}/u.test(text)) return 'half a character';
  if (isPicture(text)) return text.length > mostSignatureLetters ? 'a picture of at most 500 kB' : null;
  if (text.length > mostText) return `at most ${mostText} characters`;
  const year = /^(\d{4})-\d{2}-\d{2}(?:T[\d:]{5,8}Z?)?$/.exec(text)?.[1];
  if (year && (Number(year) < years[0] || Number(year) > years[1])) return `a year from ${years[0]} to ${years[1]}`;
  if (holdsCardNumber(text))
    return 'this looks like the number of a card; card numbers are typed into the payment form alone, so take it out';
  return null;
}

/**
 * What no request of ours has, wherever it stands in one: numbers from 10^12 on, years of other centuries, characters
 * that a database refuses, numbers of cards, depths and lengths without end. The contracts say the rest. Null where all is within bounds.
 */
export function outOfBounds(json: unknown): OutOfBounds | null {
  const open: { readonly value: unknown; readonly path: string; readonly depth: number }[] = [
    { value: json, path: '', depth: 0 },
  ];
  for (let each = open.pop(); each; each = open.pop()) {
    const { value, path, depth } = each;
    if (typeof value === 'string') {
      const message = wrongText(value);
      if (message) return { path, message };
    } else if (typeof value === 'number') {
      if (Math.abs(value) >= mostNumber) return { path, message: 'a number below 10^12' };
    } else if (typeof value === 'object' && value !== null) {
      if (depth >= mostDeep) return { path, message: `at most ${mostDeep} levels` };
      const entries = Object.entries(value);
      if (entries.length > mostItems) return { path, message: `at most ${mostItems} entries` };
      for (const [key, inner] of entries) {
        if (wrongText(key)) return { path, message: 'a name that no field has' };
        open.push({ value: inner, path: path === '' ? key : `${path}.${key}`, depth: depth + 1 });
      }
    }
  }
  return null;
}
