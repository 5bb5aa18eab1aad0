/** What a response code of ISO 8583 (field 39) means to a person. */
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
};

export const declineReason = (code: string): string => reasons[code] ?? 'the bank gave no reason';
/** `51, not enough funds`; only the words where the code is none of the card network's. */
export const declineText = (code: string): string =>
  code === 'N0' ? declineReason(code) : `${code}, ${declineReason(code)}`;
