import type { Occasion } from '#core/jobs/wantedJobs';
import type { QuoteOccasion } from '#core/jobs/wantedQuoteJobs';

export type AnyOccasion = Occasion | QuoteOccasion;
export type MessageText = { readonly subject: string; readonly body: string };

/** How each message says it until the owner has it say otherwise. Sums, days and what follows are fields. */
export const originalWordings: Readonly<Record<AnyOccasion, MessageText>> = {
  quote: { subject: '{{subject}}', body: '{{note}}\n\n{{what is offered}}\n\n{{until when}}' },
  quoteReminder: {
    subject: '{{title}}: our offer ends soon',
    body: '{{what is offered}}\n\n{{until when}}\n\nIf something is unclear, ask us on the same page.',
  },
  signRequest: {
    subject: '{{title}}: your signature, please',
    body: '{{client name}} has signed “{{agreement}}” with {{business}} and has named you to sign it too.\n\nPlease read it and sign it on the page below.',
  },
  answer: { subject: '{{title}}: an answer to your question', body: '{{question}}\n\n{{answer}}' },
  ownerTold: { subject: '{{quote number}}: {{what happened}}', body: '{{what happened}}.\n\n{{what was written}}' },
  request: {
    subject: '{{title}}: {{what secures it}}',
    body: '{{business}} has kept a place for you. What is to be done, and when:',
  },
  confirmation: { subject: '{{title}}: you are booked', body: '{{what came in}}' },
  receipt: {
    subject: '{{title}}: payment received',
    body: 'Thank you. {{received}} of {{price}} has come in so far.',
  },
  remind: { subject: '{{title}}: {{sum}} on {{day}}', body: '{{how it is paid}}' },
  ask: { subject: '{{title}}: {{sum}} is due today', body: 'The {{part}} of {{sum}} is due today.' },
  declined: {
    subject: '{{title}}: your card was refused',
    body: 'We could not charge the {{part}} of {{sum}}: {{reason}}.\n\n{{what we do next}}',
  },
  overdue: {
    subject: '{{title}}: {{sum}} is still open',
    body: 'The {{part}} of {{sum}} was due on {{day}} and has not come in.',
  },
  confirmHold: {
    subject: '{{title}}: please confirm with your bank',
    body: 'Your bank wants you to confirm that it sets {{held}} aside. Nothing is charged.\n\n{{the hold}}',
  },
  holdPlaced: {
    subject: '{{title}}: {{held}} is set aside on your card',
    body: 'Your bank has set {{held}} aside on the card ending in {{card}}. It is not charged, and is let go by {{held until}} when all is in order.',
  },
  holdRefused: {
    subject: '{{title}}: we need a card for the hold',
    body: '{{why a card}}\n\nPlease give us a card for it.',
  },
  closedOut: { subject: '{{title}}: {{how it ended}}', body: '{{what was settled}}\n\nThank you for coming.' },
  cancelled: { subject: '{{title}}: cancelled', body: 'Your booking is cancelled.\n\n{{what is kept}}' },
  changed: {
    subject: '{{title}}: your booking has changed',
    body: 'Your booking has changed.\n\n{{what changed}}',
  },
  payer: {
    subject: '{{title}}: {{sum}} to pay for {{client name}}',
    body: '{{client name}} asks you to pay {{sum}} to {{business}} for {{title}}.\n\nThe page below shows what is to be paid, and nothing else of the booking.',
  },
  requested: {
    subject: '{{title}}: we have your request',
    body: 'Thank you. {{business}} answers by {{answer by}}; until then the place is kept for you.\n\n{{what is reserved}}\n\nIf we say yes:\n\n{{what happens when}}',
  },
  confirmBooking: {
    subject: '{{title}}: please confirm',
    body: 'A place is kept for you until {{answer by}}: {{title}}. Please confirm that you want it.\n\n{{what happens when}}',
  },
  requestDeclined: {
    subject: '{{title}}: we have to say no',
    body: 'We cannot take this booking.\n\n{{what was written}}\n\n{{what is reserved}}',
  },
  askDeclined: {
    subject: '{{title}}: we cannot change it',
    body: 'You asked us to change your booking, and we have to say no; it stays as it is.\n\n{{what was written}}\n\n{{what happens when}}',
  },
  tooLate: {
    subject: '{{title}}: your payment came too late and goes back',
    body: 'Your payment came after the place had been given back, and somebody else has it now. {{sum}} goes back to the card that it came from; you are not booked.\n\nWrite to us, or choose another time.',
  },
  debitSent: {
    subject: '{{title}}: {{sum}} is on its way',
    body: 'Thank you. {{sum}} is being collected from your bank account ending in {{account}}. It counts for your booking on {{settles}}; until then your place is kept.\n\n{{what happens when}}',
  },
  debitReturned: {
    subject: '{{title}}: your bank sent {{sum}} back',
    body: 'We collected {{sum}} from your bank account ending in {{account}}, and your bank sent it back: {{reason}}. It has not been paid.\n\nPlease pay in another way.',
  },
  document: {
    subject: '{{document}} {{document number}}: {{title}}',
    body: 'Here is our {{document}} {{document number}}.\n\n{{what is to be paid}}',
  },
  claim: {
    subject: '{{title}}: something is claimed',
    body: 'After your booking something is claimed of you.\n\n{{what is claimed}}\n\n{{how to answer}}\n\nPictures and details are on your page.',
  },
  claimDecided: {
    subject: '{{title}}: our answer',
    body: 'This is how we decided.\n\n{{what was decided}}',
  },
  courtesy: {
    subject: '{{title}}: {{sum}} goes back to you',
    body: 'We give {{sum}} back to you. {{why}}',
  },
  agreeAnew: {
    subject: '{{title}}: please agree to what has changed',
    body: 'Your booking has changed, and your card would be used for more than you agreed to.\n\n{{what would change}}\n\nUntil you agree, it stays as it was, and what is above it is asked for by itself.',
  },
  lapsed: {
    subject: '{{title}}: the place was given back',
    body: '{{what did not come}}, so the place is free again. Write to us if you still want it.',
  },
};

const ofBooking = [
  'title',
  'number',
  'client name',
  'business',
  'begins',
  'ends',
  'price',
  'received',
  'due now',
  'what happens when',
  'if the client cancels',
] as const;
const ofQuote = [
  'title',
  'quote number',
  'client name',
  'business',
  'begins',
  'ends',
  'price',
  'what is offered',
  'until when',
] as const;
const part = ['part', 'sum', 'day'] as const;

/** Fields that a message of each occasion may hold, besides those of every booking or quote. */
export const occasionFields = {
  quote: ['subject', 'note'],
  quoteReminder: [],
  signRequest: ['agreement', 'signatory'],
  answer: ['question', 'answer'],
  ownerTold: ['what happened', 'what was written'],
  request: ['what secures it'],
  confirmation: ['what came in'],
  receipt: [],
  remind: [...part, 'how it is paid'],
  ask: part,
  declined: [...part, 'reason', 'what we do next'],
  overdue: part,
  confirmHold: ['held', 'the hold'],
  holdPlaced: ['held', 'held until', 'card'],
  holdRefused: ['held', 'why a card'],
  closedOut: ['how it ended', 'what was settled'],
  cancelled: ['what is kept'],
  changed: ['what changed'],
  payer: ['sum'],
  requested: ['answer by', 'what is reserved'],
  confirmBooking: ['answer by'],
  requestDeclined: ['what was written', 'what is reserved'],
  askDeclined: ['what was written'],
  tooLate: ['sum'],
  debitSent: ['sum', 'account', 'settles'],
  debitReturned: ['sum', 'account', 'reason'],
  document: ['document', 'document number', 'what is to be paid'],
  claim: ['what is claimed', 'how to answer'],
  claimDecided: ['what was decided'],
  courtesy: ['sum', 'why'],
  agreeAnew: ['what would change'],
  lapsed: ['what did not come'],
} as const satisfies Record<AnyOccasion, readonly string[]>;

export type FieldsOf<O extends AnyOccasion> = (typeof occasionFields)[O][number];
export type BookingFieldName = (typeof ofBooking)[number];
export type QuoteFieldName = (typeof ofQuote)[number];

const quoteSide = new Set<AnyOccasion>(['quote', 'quoteReminder', 'signRequest', 'answer', 'ownerTold']);
export const isQuoteOccasion = (occasion: AnyOccasion): occasion is QuoteOccasion => quoteSide.has(occasion);

/** Every field that a message of this occasion may hold. */
export const fieldsFor = (occasion: AnyOccasion): readonly string[] => [
  ...occasionFields[occasion],
  ...(isQuoteOccasion(occasion) ? ofQuote : ofBooking),
];

export const occasionWords: Readonly<Record<AnyOccasion, string>> = {
  quote: 'A quote is sent',
  quoteReminder: 'A quote is about to expire',
  signRequest: 'Another signature is needed',
  answer: 'A question is answered',
  ownerTold: 'To you: something happened to a quote',
  request: 'A booking waits for its first payment',
  confirmation: 'A booking is secured',
  receipt: 'A payment came in',
  remind: 'Before an instalment is due',
  ask: 'An instalment is due',
  declined: 'A charge was refused',
  overdue: 'An instalment is late',
  confirmHold: 'The bank wants a hold confirmed',
  holdPlaced: 'A hold is in force',
  holdRefused: 'A hold needs a card',
  closedOut: 'A booking is closed out',
  cancelled: 'A booking is cancelled',
  changed: 'A booking was changed',
  payer: 'The client has somebody else pay',
  requested: 'A client asks for a booking',
  confirmBooking: 'A client is to confirm a booking',
  requestDeclined: 'You decline a request',
  askDeclined: 'You say no to a change that a client asked for',
  tooLate: 'A payment came after the place was gone',
  debitSent: 'A bank debit is on its way',
  debitReturned: 'A bank debit came back',
  document: 'An invoice or credit note is issued',
  claim: 'Something is claimed after the service',
  claimDecided: 'You decided on an objection',
  courtesy: 'You give money back as a courtesy',
  agreeAnew: 'A card is to pay or hold more than was agreed',
  lapsed: 'A place was given back',
};

/** What is said of an errand when it was done, and while it is still to be done; %s is whom it is for. */
export type Verbs = readonly [done: string, will: string];

/** How the owner reads of each message: in what Ostendo did by itself, and in what it will do. */
export const toldWords = {
  request: ['Asked %s for the first payment', 'Ask %s for the first payment'],
  confirmation: ['Confirmed to %s', 'Confirm to %s'],
  receipt: ['Sent a receipt to %s', 'Send a receipt to %s'],
  remind: ['Told %s of a coming payment', 'Tell %s of a coming payment'],
  ask: ['Asked %s for a payment', 'Ask %s for a payment'],
  declined: ['Asked %s for another card', 'Ask %s for another card'],
  overdue: ['Reminded %s', 'Remind %s, if it is still open'],
  confirmHold: ['Asked %s to confirm a hold', 'Ask %s to confirm a hold'],
  holdPlaced: ['Told %s of the hold', 'Tell %s of the hold'],
  holdRefused: ['Asked %s for a card to hold', 'Ask %s for a card to hold'],
  closedOut: ['Told %s how it was closed', 'Tell %s how it was closed'],
  cancelled: ['Told %s of the cancellation', 'Tell %s of the cancellation'],
  changed: ['Told %s what has changed', 'Tell %s what has changed'],
  payer: ['Asked the payer for %s', 'Ask the payer for %s'],
  requested: ['Acknowledged the request of %s', 'Acknowledge the request of %s'],
  confirmBooking: ['Asked %s to confirm a booking', 'Ask %s to confirm a booking'],
  requestDeclined: ['Told %s that it cannot be', 'Tell %s that it cannot be'],
  askDeclined: ['Told %s that it stays as it is', 'Tell %s that it stays as it is'],
  tooLate: ['Told %s that a payment came too late', 'Tell %s that a payment came too late'],
  debitSent: ['Told %s that a debit is on its way', 'Tell %s that a debit is on its way'],
  debitReturned: ['Told %s that a debit came back', 'Tell %s that a debit came back'],
  document: ['Sent %s a document', 'Send %s a document'],
  claim: ['Told %s what is claimed', 'Tell %s what is claimed'],
  claimDecided: ['Told %s how a claim was decided', 'Tell %s how a claim was decided'],
  courtesy: ['Told %s of a sum given back', 'Tell %s of a sum given back'],
  agreeAnew: ['Asked %s to agree anew', 'Ask %s to agree anew'],
  lapsed: ['Told %s that the place is free again', 'Tell %s that the place is free again'],
} satisfies Record<Occasion, Verbs>;
