/** Fields of an agreement's text that are filled in from the booking. */
export const agreementFieldNames = [
  'business',
  'client name',
  'client e-mail',
  'service',
  'begins',
  'ends',
  'price',
  'due today',
  'what happens when',
  'if the client cancels',
  'today',
  'quote number',
  'reference',
] as const;
export type AgreementFieldName = (typeof agreementFieldNames)[number];
