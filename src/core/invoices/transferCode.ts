import { currencyExponent } from '#core/money/currency';
import type { Minor } from '#core/money/minor';

/**
 * What a QR code for a transfer in euro says (EPC069-12): account, name, sum and structured reference. Null for another
 * currency, or for nothing to pay: there is no such code.
 */
export function transferCode(to: {
  readonly name: string;
  readonly iban: string;
  readonly bic: string;
  readonly amount: Minor;
  readonly currency: string;
  readonly reference: string;
}): string | null {
  const { name, iban, bic, amount, currency, reference } = to;
  if (currency !== 'EUR' || amount <= 0 || iban === '') return null;
  const digits = String(amount).padStart(currencyExponent(currency) + 1, '0');
  const sum = `${digits.slice(0, -2)}.${digits.slice(-2)}`;
  return ['BCD', '002', '1', 'SCT', bic, name.slice(0, 70), iban.replace(/\s/g, ''), `EUR${sum}`, '', reference].join(
    '\n',
  );
}
