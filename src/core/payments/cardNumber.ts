import { isCreditorReference, isIban } from '#core/invoices/creditorReference';

/** The check digit of ISO/IEC 7812-1, annex B: every second digit from the right is doubled. */
export function hasCheckDigit(digits: string): boolean {
  const sum = [...digits].reverse().reduce((total, digit, index) => {
    const doubled = Number(digit) * (index % 2 === 1 ? 2 : 1);
    return total + (doubled > 9 ? doubled - 9 : doubled);
  }, 0);
  return sum % 10 === 0;
}

/** Ranges of first digits that issuers of cards have (ISO/IEC 7812), with the lengths of their numbers. */
const issuers: readonly (readonly [from: number, to: number, lengths: readonly number[]])[] = [
  [2200, 2204, [16, 17, 18, 19]],
  [2221, 2720, [16]],
  [3000, 3059, [14, 16, 19]],
  [3095, 3095, [14, 16, 19]],
  [3400, 3499, [15]],
  [3528, 3589, [16, 17, 18, 19]],
  [3600, 3699, [14, 16, 19]],
  [3700, 3799, [15]],
  [3800, 3999, [14, 16, 19]],
  [4000, 4999, [16, 19]],
  [5000, 5099, [16, 17, 18, 19]],
  [5100, 5599, [16]],
  [5600, 5899, [16, 17, 18, 19]],
  [6000, 6999, [16, 17, 18, 19]],
  [8100, 8299, [16, 17, 18, 19]],
];

const isOfAnIssuer = (digits: string): boolean => {
  const first = Number(digits.slice(0, 4));
  return issuers.some(([from, to, lengths]) => first >= from && first <= to && lengths.includes(digits.length));
};

/** Digits that stand by themselves, in groups that one space, point or hyphen parts. */
const candidates =
  /(?<![\p{L}\p{Nd}+]|[\p{L}\p{Nd}+][-_./:])\d+(?:[ .\-\u00a0\u2009\u202f‐‑–]\d+)*(?![\p{L}\p{Nd}]|[-_/:][\p{L}\p{Nd}])/gu;

/** Whether groups can be one number: each of three digits or more but the last, or single digits. */
const areOne = (groups: readonly string[]): boolean =>
  groups.slice(0, -1).every(({ length }) => length >= 3) || groups.every(({ length }) => length === 1);

const isCardNumber = (digits: string): boolean =>
  digits.length >= 14 && digits.length <= 19 && isOfAnIssuer(digits) && hasCheckDigit(digits);

/** Whether any groups that follow each other are one. */
function holdsOne(groups: readonly string[]): boolean {
  for (let from = 0; from < groups.length; from++) {
    let digits = '';
    for (let to = from; to < groups.length && digits.length < 19; to++) {
      digits += groups[to]!;
      if (isCardNumber(digits) && areOne(groups.slice(from, to + 1))) return true;
    }
  }
  return false;
}
/** An account number (ISO 13616) or a reference for a transfer (ISO 11649): letters, two check digits, and what follows. */
const numbersOfBanks = /(?<![\p{L}\p{Nd}])[A-Z]{2}\d{2}(?: ?[A-Z0-9]{1,30}){1,9}/giu;

/** The longest beginning of it that is one, words that follow left aside; empty where none is. */
function bankNumberAt(text: string): string {
  const parts = text.split(' ');
  for (let count = parts.length; count > 0; count--) {
    const some = parts.slice(0, count).join(' ');
    if (isIban(some) || isCreditorReference(some.replace(/ /g, '').toUpperCase())) return some;
  }
  return '';
}

/** Digits of any script as ours, wide ones too. */
const withOurDigits = (text: string): string =>
  text.normalize('NFKC').replace(/(?![0-9])\p{Nd}/gu, (digit) => {
    // The digits of a script follow each other from its nought, which no other digit stands before.
    let zero = digit.codePointAt(0)!;
    while (/^\p{Nd}$/u.test(String.fromCodePoint(zero - 1)) && digit.codePointAt(0)! - zero < 9) zero--;
    return String(digit.codePointAt(0)! - zero);
  });

/**
 * Whether a text holds what can be the number of a payment card: an issuer's first digits, one of its lengths, a right check
 * digit. Account numbers of banks, references for transfers, telephone numbers that begin with `+`, and ids are none.
 */
export function holdsCardNumber(text: string): boolean {
  if (!/\p{Nd}/u.test(text)) return false;
  const plain = withOurDigits(text).replace(numbersOfBanks, (found) => {
    const its = bankNumberAt(found);
    return its === '' ? found : ` ${found.slice(its.length)}`;
  });
  for (const [found] of plain.matchAll(candidates)) if (holdsOne(found.split(/\D/))) return true;
  return false;
}
