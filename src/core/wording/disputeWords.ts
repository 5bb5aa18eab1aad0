import type { DisputeFamily } from '#core/claims/said';
import type { DisputeState } from '#core/disputes/disputes';

/** What a dispute says, as its owner reads it. */
export const disputeTitles: Readonly<Record<DisputeFamily, string>> = {
  notAuthorised: 'The holder says that they did not pay this',
  notProvided: 'The holder says that they did not get it',
  notAsDescribed: 'The holder says that it was not as described',
  cancelled: 'The holder says that it was cancelled, or was to be given back',
  otherSum: 'The holder says that it was taken twice, or another sum than agreed',
  authorisation: 'The bank says that it was taken without an authorisation',
};

/** In a word or two. */
export const disputeNames: Readonly<Record<DisputeFamily, string>> = {
  notAuthorised: 'not authorised',
  notProvided: 'not provided',
  notAsDescribed: 'not as described',
  cancelled: 'cancelled, or not given back',
  otherSum: 'twice, or another sum',
  authorisation: 'no authorisation',
};

export const disputeStates: Readonly<Record<DisputeState, string>> = {
  asked: 'The bank asks',
  open: 'Wants an answer',
  answered: 'Answered; the bank decides',
  won: 'Won',
  lost: 'Lost',
  givenIn: 'Given in',
  dropped: 'The bank asked, and went no further',
};

/** What convinces a bank of each family, in one sentence before the pages that show it. */
export const whatWins: Readonly<Record<DisputeFamily, string>> = {
  notAuthorised: 'Show that the holder’s bank checked them as they paid, and that they used what they paid for.',
  notProvided: 'Show that the service was given: when it began and ended, what came back, who was there.',
  notAsDescribed: 'Show what was agreed, word for word, and how it was when it went out and came back.',
  cancelled: 'Show the terms that they read before they paid, and what these say of the day on which they cancelled.',
  otherSum: 'Show each payment with what it was for, and that no sum stands twice.',
  authorisation: 'Show the answer of the bank to this payment, with its moment.',
};
