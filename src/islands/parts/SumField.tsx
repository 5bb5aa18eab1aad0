import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { TextInput, type TextInputProps } from '@mantine/core';
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

type Props = Omit<TextInputProps, 'value' | 'onChange'> & {
  readonly sum: { readonly text: string; readonly setText: (text: string) => void };
};

/** Where a sum of money is typed. */
export const SumField = ({ sum, ...rest }: Props) => (
  <TextInput
    inputMode="decimal"
    value={sum.text}
    onChange={(event) => sum.setText(event.currentTarget.value)}
    {...rest}
  />
);
