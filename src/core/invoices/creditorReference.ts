/**
 * A structured reference for transfers (ISO 11649): `RF`, two check digits, and the letters and digits of a number of
 * ours, at most 21 of them.
 */
export function creditorReference(number: string): string {
  const body = number
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, '')
    .slice(-21);
  return `RF${String(98n - remainderOf(`${body}RF00`)).padStart(2, '0')}${body}`;
}

/** The digits of it, letters as 10 to 35, modulo 97 (ISO 7064). */
function remainderOf(text: string): bigint {
  return BigInt([...text].map((letter) => parseInt(letter, 36)).join('')) % 97n;
}

/** Whether its check digits are right. */
export const isCreditorReference = (text: string): boolean =>
  /^RF\d\d[A-Z0-9]{1,21}$/.test(text) && remainderOf(text.slice(4) + text.slice(0, 4)) === 1n;

/** In groups of four, as people read it. */
export const groupedReference = (text: string): string => text.replace(/(.{4})(?=.)/g, '$1 ');

/** An IBAN with right check digits (ISO 13616); spaces do not matter. */
export function isIban(text: string): boolean {
  const plain = text.replace(/\s/g, '').toUpperCase();
  return /^[A-Z]{2}\d\d[A-Z0-9]{11,30}$/.test(plain) && remainderOf(plain.slice(4) + plain.slice(0, 4)) === 1n;
}
