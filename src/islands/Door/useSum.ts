import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { useState } from 'react';

/** A sum as it is typed, or nothing. */
export function useSum(given: Minor | null, currency: string) {
  const [text, setText] = useState(given === null ? '' : formatAmount(given, currency));
  const empty = text.trim() === '';
  const read = empty ? null : parseAmount(text, currency);
  return { text, type: setText, value: read, wrong: !empty && read === null };
}
