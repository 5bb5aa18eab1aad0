import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { useState } from 'react';

/** A sum as it is typed, from a first proposal, up to what is still to be paid. */
export function useSum(proposed: Minor, limit: Minor, currency: string) {
  const [text, setText] = useState(formatAmount(proposed, currency));
  const amount = parseAmount(text, currency);
  const wrong =
    amount === null || amount === 0
      ? 'a sum, such as 120.00'
      : amount > limit
        ? `more than the ${formatAmount(limit, currency)} still to be paid`
        : null;
  return { text, setText, amount, wrong };
}
