import type { QuoteOccasion } from '#core/jobs/wantedQuoteJobs';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { QuoteFact } from '#core/quotes/facts';
import type { Offer } from '#core/quotes/offer';
import { longUntil, longWall } from '#core/wording/days';
import { type FieldValue, type FieldValues, emptyFields, fillFields, fillParagraphs } from '#core/wording/fields';
import { type FieldsOf, type MessageText, originalWordings, type QuoteFieldName } from '#core/wording/originalWordings';
import { planSentences } from '#core/wording/sentences';
import type { Wording } from '#server/mail/layout/messageWording';

export type QuoteMessageAbout = {
  readonly offer: Offer;
  readonly number: string;
  readonly businessName: string;
  /** As it would stand if the offer were accepted now. */
  readonly bookingState: BookingState;
  /** What the message tells of. */
  readonly fact: QuoteFact | null;
  readonly question: string;
  readonly signatory: string;
};

function whatHappened({ offer, fact }: QuoteMessageAbout): { happened: string; written: string } {
  const { clientName: who, title } = offer;
  if (fact?.kind === 'accepted')
    return { happened: `${who} has accepted “${title}”, and it is ${fact.number} now`, written: '' };
  if (fact?.kind === 'declined') return { happened: `${who} has declined “${title}”`, written: fact.reason };
  if (fact?.kind === 'asked') return { happened: `${who} asks something about “${title}”`, written: fact.text };
  if (fact?.kind === 'askedAgain') return { happened: `${who} would still like “${title}”`, written: fact.text };
  return { happened: `${who} has opened “${title}”`, written: '' };
}

const occasionValues: {
  readonly [O in QuoteOccasion]: (about: QuoteMessageAbout) => Readonly<Record<FieldsOf<O>, FieldValue>>;
} = {
  quote: ({ offer }) => ({ subject: offer.subject, note: offer.note.split(/\n\s*\n/) }),
  quoteReminder: () => ({}),
  signRequest: ({ offer, signatory }) => ({ agreement: offer.agreement?.name ?? 'the agreement', signatory }),
  answer: ({ fact, question }) => ({
    question: question ? `You asked: ${question}` : [],
    answer: fact?.kind === 'answered' ? fact.text.split(/\n\s*\n/) : [],
  }),
  ownerTold: (about) => {
    const { happened, written } = whatHappened(about);
    return { 'what happened': happened, 'what was written': written === '' ? [] : `They wrote: ${written}` };
  },
};

const actions: Readonly<Record<QuoteOccasion, string>> = {
  quote: 'Read the offer',
  quoteReminder: 'Read the offer',
  signRequest: 'Read and sign',
  answer: 'Back to the offer',
  ownerTold: 'Open the quote',
};

function quoteValues({ offer, number, businessName, bookingState }: QuoteMessageAbout) {
  const { agreed, asOf } = bookingState;
  const today = localDate(asOf, offer.timeZone);
  const price = formatMoney(agreed.total, agreed.currency);
  return {
    title: offer.title,
    'quote number': number,
    'client name': offer.clientName,
    business: businessName,
    begins: longWall(agreed.start, today),
    ends: longWall(agreed.end, today),
    price,
    'what is offered': [
      `${offer.title}, from ${longWall(agreed.start, today)}: ${price}.`,
      ...planSentences(bookingState),
    ],
    'until when': offer.expiresAt ? `The offer stands until ${longUntil(offer.expiresAt, offer.timeZone, today)}.` : [],
  } satisfies Readonly<Record<QuoteFieldName, FieldValue>>;
}

/** The message of an occasion of a quote, in the owner's wording or the original one. */
export function quoteWording(
  occasion: QuoteOccasion,
  about: QuoteMessageAbout,
  text: MessageText = originalWordings[occasion],
): Wording {
  const values: FieldValues = { ...quoteValues(about), ...occasionValues[occasion](about) };
  return {
    subject: fillFields(text.subject, values),
    paragraphs: fillParagraphs(text.body, values),
    action: actions[occasion],
    empty: emptyFields(`${text.subject}\n${text.body}`, values),
  };
}
