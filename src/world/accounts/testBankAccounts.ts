/** What a made-up bank account does. The digits after the bank's tell. */
export const testBankAccounts = {
  settles: { digits: '10', label: 'Settles after four days' },
  comesBack: { digits: '41', label: 'Comes back on the third day: AM04 not enough funds' },
  recalled: { digits: '42', label: 'Settles, and is sent back 20 days later: MD06 by its holder' },
  closed: { digits: '43', label: 'Refused at once: AC04 account closed' },
} as const;
export type BankBehaviour = keyof typeof testBankAccounts;

/** `XX` is for users' own purposes in ISO 3166, so that no real account has one of these numbers. */
const country = 'XX';
const bank = '9310';

const remainder97 = (text: string): number =>
  [...text].reduce((rest, letter) => {
    const digits = /\d/.test(letter) ? letter : String(letter.charCodeAt(0) - 55);
    return [...digits].reduce((left, digit) => (left * 10 + Number(digit)) % 97, rest);
  }, 0);

/** ISO 13616: the check digits make the number, its first four letters moved to the end, leave 1 when divided by 97. */
const checkDigits = (account: string): string => String(98 - remainder97(`${account}${country}00`)).padStart(2, '0');

export function testBankAccount(behaviour: BankBehaviour, account = 0): string {
  const digits = bank + testBankAccounts[behaviour].digits + String(account % 1e10).padStart(10, '0');
  return `${country}${checkDigits(digits)}${digits}`;
}

export type BankFault = 'not_an_account' | 'account_mistyped' | 'not_a_test_account';

/** What a typed number stands for. Only the processor's own frame may call this: it alone sees numbers. */
export function readBankAccount(typed: string): { behaviour: BankBehaviour; last4: string } | { fault: BankFault } {
  const number = typed.replace(/\s/g, '').toUpperCase();
  if (!/^[A-Z]{2}\d{2}[A-Z0-9]{10,30}$/.test(number)) return { fault: 'not_an_account' };
  if (remainder97(number.slice(4) + number.slice(0, 4)) !== 1) return { fault: 'account_mistyped' };
  const found = Object.entries(testBankAccounts).find(([, { digits }]) => number.slice(4).startsWith(bank + digits));
  if (!found || !number.startsWith(country)) return { fault: 'not_a_test_account' };
  return { behaviour: found[0] as BankBehaviour, last4: number.slice(-4) };
}
