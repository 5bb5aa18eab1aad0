/** What a response code of ISO 8583 (field 39), or a bank’s reason of ISO 20022, means to a person. */
const reasons: Readonly<Record<string, string>> = {
  '14': 'the bank does not know this card',
  '25': 'it had ended already',
  '41': 'the card was reported lost',
  '43': 'the card was reported stolen',
  '51': 'not enough funds',
  '54': 'the card has expired',
  '57': 'the bank does not permit this',
  '61': 'the sum is above a limit',
  '62': 'the bank restricts this card',
  '91': 'the bank does not answer',
  N0: 'it was not confirmed with the bank',
  AC04: 'the bank account is closed',
  AM04: 'not enough funds in the bank account',
  MD06: 'the holder of the account had it sent back',
  CN: 'it was stopped at the counter',
};

export const declineReason = (code: string): string => reasons[code] ?? 'the bank gave no reason';
/** `51, not enough funds`; only the words where the code is none of the card network's. */
export const declineText = (code: string): string =>
  code === 'N0' || code === 'CN' ? declineReason(code) : `${code}, ${declineReason(code)}`;
