import type { Occasion } from '#core/agenda/wantedErrands';
import type { Part, Standing } from '#core/booking/standing';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { longDate, longMoment } from '#core/wording/days';
import { declineReason } from '#core/wording/declines';
import { planSentences } from '#core/wording/sentences';

export type MessageAbout = {
  readonly standing: Standing;
  readonly title: string;
  readonly number: string;
  readonly clientName: string;
  readonly businessName: string;
  /** The instalment that a reminder or request is about. */
  readonly part: Part | null;
  /** How the owner has it begin, where the terms say so. */
  readonly text?: string | undefined;
  /** What the newest change changed, in sentences. */
  readonly changes: readonly string[];
};
export type Wording = { readonly subject: string; readonly paragraphs: readonly string[]; readonly action: string };

type Compose = (
  about: MessageAbout & { sum: (amount: Minor) => string; today: ReturnType<typeof localDate> },
) => Wording;

const partName = (part: Part | null): string => part?.name ?? 'payment';
const leftOf = (part: Part | null, standing: Standing): Minor => part?.left ?? standing.position.dueNow;

/** The wording of each occasion. Sums, days and what follows come from the plan, never from a text. */
const wordings: Readonly<Record<Occasion, Compose>> = {
  request: ({ standing, title, businessName, sum }) => ({
    subject:
      standing.position.dueNow > 0
        ? `${title}: ${sum(standing.position.dueNow)} secures your booking`
        : `${title}: a card secures your booking`,
    paragraphs: [`${businessName} has kept a place for you: ${title}.`, ...planSentences(standing)],
    action: standing.position.dueNow > 0 ? `Read and pay ${sum(standing.position.dueNow)}` : 'Read and give a card',
  }),
  confirmation: ({ standing, title, sum }) => ({
    subject: `${title}: you are booked`,
    paragraphs: [
      `Thank you. ${sum(standing.position.received)} has come in and your booking is secured.`,
      ...planSentences(standing),
    ],
    action: 'See your booking',
  }),
  receipt: ({ standing, title, sum }) => ({
    subject: `${title}: payment received`,
    paragraphs: [
      `Thank you. ${sum(standing.position.received)} of ${sum(standing.agreed.total)} has come in so far.`,
      ...planSentences(standing),
    ],
    action: 'See your booking',
  }),
  remind: ({ standing, title, part, today, sum }) => {
    const day = longDate(part!.due!, today);
    const { card } = standing.ledger;
    const charged = part!.collect === 'charge' && card;
    return {
      subject: `${title}: ${sum(leftOf(part, standing))} on ${day}`,
      paragraphs: [
        charged
          ? `On ${day} we charge the ${partName(part)} of ${sum(leftOf(part, standing))} to your card ending in ${card.last4}. You need not do anything.`
          : `The ${partName(part)} of ${sum(leftOf(part, standing))} is due on ${day}.`,
      ],
      action: charged ? 'See your booking, or change the card' : 'Pay it now',
    };
  },
  ask: ({ standing, title, part, sum }) => ({
    subject: `${title}: ${sum(leftOf(part, standing))} is due today`,
    paragraphs: [`The ${partName(part)} of ${sum(leftOf(part, standing))} is due today.`],
    action: `Pay ${sum(leftOf(part, standing))}`,
  }),
  declined: ({ standing, title, part, sum }) => {
    const last = standing.ledger.chargeDeclines.at(-1);
    return {
      subject: `${title}: your card was refused`,
      paragraphs: [
        `We could not charge the ${partName(part)} of ${sum(leftOf(part, standing))}: ${declineReason(last?.code ?? '')}.`,
        last?.decline === 'soft'
          ? 'We try again. If you would rather use another card, you can give it here; it is charged at once.'
          : 'This card is not tried again. Please give us another one; it is charged at once.',
      ],
      action: 'Use another card',
    };
  },
  overdue: ({ standing, title, part, today, sum }) => ({
    subject: `${title}: ${sum(leftOf(part, standing))} is still open`,
    paragraphs: [
      `The ${partName(part)} of ${sum(leftOf(part, standing))} was due on ${longDate(part!.due!, today)} and has not come in.`,
    ],
    action: `Pay ${sum(leftOf(part, standing))}`,
  }),
  confirmHold: ({ standing, title, sum }) => ({
    subject: `${title}: please confirm with your bank`,
    paragraphs: [
      `Your bank wants you to confirm that it sets ${sum(standing.hold!.amount)} aside. Nothing is charged.`,
      ...planSentences(standing).slice(-1),
    ],
    action: 'Confirm with your bank',
  }),
  holdPlaced: ({ standing, title, today, sum }) => ({
    subject: `${title}: ${sum(standing.hold!.amount)} is set aside on your card`,
    paragraphs: [
      `Your bank has set ${sum(standing.hold!.amount)} aside on the card ending in ${standing.hold!.inForce?.last4 ?? '····'}. It is not charged, and is let go by ${longMoment(standing.hold!.until, standing.agreed.timeZone, today)} when all is in order.`,
    ],
    action: 'See your booking',
  }),
  holdRefused: ({ standing, title, sum }) => ({
    subject: `${title}: we need a card for the hold`,
    paragraphs: [
      standing.hold?.refusal
        ? `Your bank did not set ${sum(standing.hold.amount)} aside: ${declineReason(standing.hold.refusal.code)}.`
        : `For your booking ${sum(standing.hold!.amount)} is set aside on a card, without charging it.`,
      'Please give us a card for it.',
    ],
    action: 'Give a card',
  }),
  closedOut: ({ standing, title, sum }) => {
    const { captured, released, shortfall, claims } = standing.ledger.closedOut!;
    const held = captured + released > 0;
    return {
      subject: `${title}: ${held ? 'what was held has been settled' : 'thank you'}`,
      paragraphs: [
        ...claims.map((claim) => `${claim.reason}: ${sum(claim.amount)}.`),
        ...(held ? [`Of what your bank had set aside ${sum(captured)} was taken and ${sum(released)} let go.`] : []),
        ...(shortfall > 0 ? [`${sum(shortfall)} could not be met and is still owed.`] : []),
        'Thank you for coming.',
      ],
      action: 'See your booking',
    };
  },
  cancelled: ({ standing, title, sum }) => {
    const { keep, refund, owed } = standing.ledger.cancelled!;
    return {
      subject: `${title}: cancelled`,
      paragraphs: [
        `Your booking is cancelled.`,
        ...(keep > 0 ? [`${sum(keep)} is kept, as the terms say.`] : []),
        ...(refund > 0 ? [`${sum(refund)} goes back to you.`] : []),
        ...(owed > 0 ? [`${sum(owed)} is still owed.`] : []),
      ],
      action: 'See your booking',
    };
  },
  changed: ({ standing, title, sum, changes }) => {
    const { dueNow } = standing.position;
    return {
      subject: `${title}: your booking has changed`,
      paragraphs: ['Your booking has changed.', ...changes, ...planSentences(standing)],
      action: dueNow > 0 ? `Read and pay ${sum(dueNow)}` : 'See your booking',
    };
  },
  lapsed: ({ title }) => ({
    subject: `${title}: the place was given back`,
    paragraphs: [
      'The payment that was to secure your booking did not come, so the place is free again. Write to us if you still want it.',
    ],
    action: 'See what happened',
  }),
};

export function messageWording(occasion: Occasion, about: MessageAbout): Wording {
  const { currency, timeZone } = about.standing.agreed;
  const sum = (amount: Minor): string => formatMoney(amount, currency);
  const wording = wordings[occasion]({ ...about, sum, today: localDate(about.standing.asOf, timeZone) });
  return about.text ? { ...wording, paragraphs: [about.text, ...wording.paragraphs] } : wording;
}
