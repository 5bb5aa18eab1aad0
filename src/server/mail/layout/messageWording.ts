import { claimSentences, decidedSentences } from '#core/wording/claimWords';
import { notAgreedSentences } from '#core/wording/consent';
import type { Occasion } from '#core/jobs/wantedJobs';
import { awaitedFrom, type Ledger } from '#core/bookings/ledger';
import { type Part } from '#core/bookings/part';
import { payable, type BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import type { PlainDate } from '#core/calendar/days';
import { formatMoney } from '#core/money/formatMoney';
import { type Minor, zero } from '#core/money/minor';
import { cancelledSentences } from '#core/wording/cancelledSentences';
import { documentWords, type SaidOfDocument, toBePaid } from '#core/wording/documentWords';
import { longDate, longMoment, longWall } from '#core/wording/days';
import { declineReason } from '#core/wording/declines';
import { keptWords } from '#core/wording/keptWords';
import {
  type FieldValue,
  type FieldValues,
  emptyFields,
  fieldsIn,
  fillFields,
  fillParagraphs,
} from '#core/wording/fields';
import {
  type BookingFieldName,
  type FieldsOf,
  type MessageText,
  originalWordings,
} from '#core/wording/originalWordings';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { planSentences } from '#core/wording/sentences';

export type MessageAbout = {
  readonly bookingState: BookingState;
  readonly title: string;
  readonly number: string;
  readonly clientName: string;
  readonly businessName: string;
  /** The instalment that a reminder or request is about. */
  readonly part: Part | null;
  /** How the owner has it begin, where the terms say so. */
  readonly text?: string | undefined;
  /** Until when its place is kept, and for what. */
  readonly kept?: Ledger['kept'];
  /** What the owner wrote to it, where the occasion has room for that. */
  readonly note?: string | undefined;
  /** What a courtesy gives back. */
  readonly amount?: Minor | undefined;
  /** What is attached; null where nothing is. */
  readonly document?: SaidOfDocument | null;
  /** What the newest change changed, in sentences. */
  readonly changes: readonly string[];
};
export type Wording = {
  readonly subject: string;
  readonly paragraphs: readonly string[];
  readonly action: string;
  /** Fields of its text that have nothing to say here. */
  readonly empty: readonly string[];
};

type About = MessageAbout & { readonly sum: (amount: Minor) => string; readonly today: PlainDate };

const leftOf = ({ part, bookingState }: About): Minor => part?.left ?? payable(bookingState).dueNow;

const ofPart = (about: About) => ({
  part: about.part?.name ?? 'payment',
  sum: about.sum(leftOf(about)),
  day: about.part?.due ? longDate(about.part.due, about.today) : 'a day that we agree on',
});

/** Whether the part is taken from the card on file, so that the client need not do anything. */
const chargedTo = ({ part, bookingState }: About) => (part?.collect === 'charge' ? bookingState.ledger.card : null);
/** A payer is asked for what is due; before that for all of it. */
const payerSum = ({ bookingState: { position }, sum }: About): string =>
  sum(position.dueNow > 0 ? position.dueNow : position.outstanding);
const heldSum = ({ bookingState, sum }: About): string =>
  bookingState.hold ? sum(bookingState.hold.amount) : 'nothing';

const answerBy = ({ kept, bookingState: { agreed }, today }: About): string =>
  kept ? longMoment(kept.until, agreed.timeZone, today) : 'soon';
const reservedWords = ({ bookingState: { ledger }, sum }: About): string =>
  ledger.paymentHeld
    ? `${sum(ledger.paymentHeld.amount)} is reserved on your card ending in ${ledger.paymentHeld.last4}. It is taken only if we say yes.`
    : 'Nothing is charged before that.';

const ofWhatWasHeld = (captured: Minor, released: Minor, sum: About['sum']): string =>
  captured === 0
    ? `Nothing was taken of what your bank had set aside; ${sum(released)} was let go.`
    : `Of what your bank had set aside ${sum(captured)} was taken and ${sum(released)} let go.`;

/** What each occasion has to say of its booking, from the plan and the facts. Nothing where there is nothing to say. */
const occasionValues: {
  readonly [O in Occasion]: (about: About) => Readonly<Record<FieldsOf<O>, FieldValue>>;
} = {
  request: ({ bookingState, sum }) => ({
    'what secures it':
      payable(bookingState).dueNow > 0
        ? `${sum(payable(bookingState).dueNow)} secures your booking`
        : 'a card secures your booking',
  }),
  confirmation: ({ bookingState, sum }) => ({
    'what came in':
      bookingState.position.received > 0
        ? `Thank you. ${sum(bookingState.position.received)} has come in and your booking is secured.`
        : 'Thank you. Your booking is secured.',
  }),
  receipt: () => ({}),
  remind: (about) => {
    const { part, sum, day } = ofPart(about);
    const card = chargedTo(about);
    const how = card
      ? `On ${day} we charge the ${part} of ${sum} to your ${keptWords(card)}. You need not do anything.`
      : `The ${part} of ${sum} is due on ${day}.`;
    return { part, sum, day, 'how it is paid': how };
  },
  ask: ofPart,
  declined: (about) => {
    const last = about.bookingState.ledger.chargeDeclines.at(-1);
    return {
      ...ofPart(about),
      reason: declineReason(last?.code ?? ''),
      'what we do next':
        last?.decline === 'soft'
          ? 'We try again. If you would rather use another card, you can give it here; it is charged at once.'
          : 'This card is not tried again. Please give us another one; it is charged at once.',
    };
  },
  overdue: ofPart,
  confirmHold: (about) => ({ held: heldSum(about), 'the hold': planSentences(about.bookingState).slice(-1) }),
  holdPlaced: (about) => {
    const { hold, agreed } = about.bookingState;
    return {
      held: heldSum(about),
      'held until': hold ? longMoment(hold.until, agreed.timeZone, about.today) : '',
      card: hold?.inForce?.last4 ?? '····',
    };
  },
  holdRefused: (about) => {
    const held = heldSum(about);
    const refusal = about.bookingState.hold?.refusal;
    return {
      held,
      'why a card': refusal
        ? `Your bank did not set ${held} aside: ${declineReason(refusal.code)}.`
        : `For your booking ${held} is set aside on a card, without charging it.`,
    };
  },
  closedOut: ({ bookingState, sum }) => {
    const ended = bookingState.ledger.closedOut;
    if (!ended) return { 'how it ended': 'thank you', 'what was settled': [] };
    const { captured, released, shortfall, claims } = ended;
    const held = captured + released > 0;
    return {
      'how it ended': held ? 'what was held has been settled' : 'thank you',
      'what was settled': [
        ...claims.map((claim) => `${claim.reason}: ${sum(claim.amount)}.`),
        ...(held ? [ofWhatWasHeld(captured, released, sum)] : []),
        ...(shortfall > 0 ? [`${sum(shortfall)} could not be met and is still owed.`] : []),
      ],
    };
  },
  cancelled: ({ bookingState, sum }) => {
    const ended = bookingState.ledger.cancelled;
    if (!ended) return { 'what is kept': [] };
    return { 'what is kept': cancelledSentences(ended, sum) };
  },
  changed: ({ changes }) => ({ 'what changed': changes }),
  payer: (about) => ({ sum: payerSum(about) }),
  requested: (about) => ({ 'answer by': answerBy(about), 'what is reserved': reservedWords(about) }),
  confirmBooking: (about) => ({ 'answer by': answerBy(about) }),
  requestDeclined: (about) => ({
    'what was written': about.note ?? '',
    'what is reserved': about.bookingState.ledger.paymentHeld
      ? 'What was reserved on your card is let go. Nothing was charged.'
      : '',
  }),
  askDeclined: (about) => ({ 'what was written': about.note ?? '' }),
  tooLate: ({ bookingState: { ledger }, sum }) => ({ sum: sum(ledger.receipts.at(-1)?.amount ?? zero) }),
  debitSent: ({ bookingState: { ledger, agreed }, sum, today }) => {
    const sent = ledger.onTheWay.at(-1);
    return {
      sum: sum(sent?.amount ?? zero),
      account: sent?.last4 ?? '····',
      settles: sent ? longDate(localDate(sent.settles, agreed.timeZone), today) : '',
    };
  },
  debitReturned: ({ bookingState: { ledger }, sum }) => {
    const last = ledger.chargeDeclines.at(-1);
    return { sum: sum(last?.amount ?? zero), account: last?.last4 ?? '····', reason: declineReason(last?.code ?? '') };
  },
  document: ({ document, sum, today }) => ({
    document: documentWords[document?.kind ?? 'final'],
    'document number': document?.number ?? '····',
    'what is to be paid': document ? toBePaid(document, sum, today) : '',
  }),
  claim: ({ bookingState }) => {
    const { claimed, answer } = claimSentences(bookingState);
    return { 'what is claimed': claimed, 'how to answer': answer };
  },
  claimDecided: ({ bookingState }) => ({ 'what was decided': decidedSentences(bookingState) }),
  courtesy: ({ note, amount, sum }) => ({ sum: sum(amount ?? zero), why: note ?? '' }),
  agreeAnew: ({ bookingState }) => ({ 'what would change': notAgreedSentences(bookingState) }),
  lapsed: ({ kept }) => ({
    'what did not come':
      awaitedFrom({ kept: kept ?? null }) === null
        ? 'The payment that was to secure your booking did not come'
        : 'The yes that your request waited for did not come in time',
  }),
};

const see = 'See your booking';
const payFirst = ({ bookingState, sum }: About, words: string): string =>
  payable(bookingState).dueNow > 0 ? `Read and pay ${sum(payable(bookingState).dueNow)}` : words;
const pay = (about: About): string => `Pay ${about.sum(leftOf(about))}`;

/** What the one button of each message says. */
const actions: Readonly<Record<Occasion, (about: About) => string>> = {
  request: (about) => payFirst(about, 'Read and give a card'),
  confirmation: () => see,
  receipt: () => see,
  remind: (about) => (chargedTo(about) ? 'See your booking, or change the card' : 'Pay it now'),
  ask: pay,
  declined: () => 'Use another card',
  overdue: pay,
  confirmHold: () => 'Confirm with your bank',
  holdPlaced: () => see,
  holdRefused: () => 'Give a card',
  closedOut: () => see,
  cancelled: () => see,
  changed: (about) => payFirst(about, see),
  payer: (about) => `Read and pay ${payerSum(about)}`,
  requested: () => 'See your request',
  confirmBooking: () => 'Confirm your booking',
  requestDeclined: () => see,
  askDeclined: () => see,
  tooLate: () => 'See what happened',
  debitSent: () => see,
  debitReturned: (about) => payFirst(about, see),
  document: ({ document, sum }) => (document && document.open > 0 ? `Pay ${sum(document.open)}` : see),
  claim: () => 'See it, and answer',
  claimDecided: () => see,
  courtesy: () => see,
  agreeAnew: () => 'See it, and agree',
  lapsed: () => 'See what happened',
};

/** @param wanted fields that are in the text: the longer ones are made only where they are */
function bookingValues(
  { bookingState, title, number, clientName, businessName, sum, today }: About,
  wanted: ReadonlySet<string>,
) {
  const { agreed, position } = bookingState;
  const ifWanted = (name: BookingFieldName, make: () => string[]): string[] => (wanted.has(name) ? make() : []);
  return {
    title,
    number,
    'client name': clientName,
    business: businessName,
    begins: longWall(agreed.start, today),
    ends: longWall(agreed.end, today),
    price: sum(agreed.total),
    received: sum(position.received),
    'due now': sum(position.dueNow),
    'what happens when': ifWanted('what happens when', () => planSentences(bookingState)),
    'if the client cancels': ifWanted('if the client cancels', () => cancellationSentences(bookingState)),
  } satisfies Readonly<Record<BookingFieldName, FieldValue>>;
}

/** The message of an occasion as it stands now, in the owner's wording or the original one. */
export function messageWording(
  occasion: Occasion,
  given: MessageAbout,
  text: MessageText = originalWordings[occasion],
): Wording {
  const { currency, timeZone } = given.bookingState.agreed;
  const sum = (amount: Minor): string => formatMoney(amount, currency);
  const about: About = { ...given, sum, today: localDate(given.bookingState.asOf, timeZone) };
  const wanted = new Set(fieldsIn(`${text.subject}\n${text.body}`));
  const values: FieldValues = { ...bookingValues(about, wanted), ...occasionValues[occasion](about) };
  const paragraphs = fillParagraphs(text.body, values);
  return {
    subject: fillFields(text.subject, values),
    paragraphs: given.text ? [given.text, ...paragraphs] : paragraphs,
    action: actions[occasion](about),
    empty: emptyFields(`${text.subject}\n${text.body}`, values),
  };
}
