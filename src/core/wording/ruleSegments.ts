import type { CancellationTerms, CancellationTier } from '#core/cancellation/cancel';
import type { Keep } from '#core/cancellation/keep';
import { holdHours } from '#core/hold/holdPlan';
import { formatAmount, formatPercent } from '#core/money/formatMoney';
import type { AmountRule, Collect, DueRule, HoldRule, InstalmentRule } from '#core/plan/rules';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import {
  type ClaimTerms,
  type LateRule,
  type Reminder,
  type Terms,
  waysOfTerms,
  type withdrawalExemptions,
  type WithdrawalTerms,
} from '#core/terms/terms';
import { longDate } from '#core/wording/days';
import { offsetWords } from '#core/wording/offsetWords';
import { wayWords } from '#core/wording/wayWords';

/** A piece of a rule's sentence: words as they are, or a part that is edited in its place. */
export type Segment<Part extends string = string> = string | { readonly part: Part; readonly text: string };

export const sentenceOf = (segments: readonly Segment[]): string =>
  segments.map((segment) => (typeof segment === 'string' ? segment : segment.text)).join('');

export const collectWords = {
  ask: 'asked by message',
  charge: 'charged to the card on file',
  desk: 'taken in person',
} as const satisfies Record<Collect, string>;

const amountText = (amount: AmountRule, currency: string): string => {
  if ('percent' in amount) return formatPercent(amount.percent);
  return 'fixed' in amount ? formatAmount(amount.fixed, currency) : 'the rest';
};

const anchorWords = { agreement: 'agreement', start: 'the start', end: 'the end' } as const;

export function dueWords(due: DueRule): string {
  if ('open' in due) return 'on a day agreed later';
  if ('date' in due) return `on ${longDate(due.date, due.date)} ${due.date.slice(0, 4)}`;
  if (due.on === 'midway') return 'midway between agreement and start';
  const anchor = anchorWords[due.on];
  if (due.plus) return `${offsetWords(due.plus)} after ${anchor}`;
  if (due.minus) return `${offsetWords(due.minus)} before ${anchor}`;
  return `at ${anchor}`;
}

/** How many equal parts the rest is split into by all rules that take a share of it. */
export const sharesOf = (rules: readonly InstalmentRule[]): number =>
  rules.reduce((all, { amount }) => all + ('share' in amount ? amount.share : 0), 0);

/** "deposit: 30 % is due at agreement, asked by message." Where several share the rest, each says how much of it. */
export function instalmentSegments(
  { name, amount, due, collect }: InstalmentRule,
  /** `shares` of the rest in all, as `sharesOf` counts them. */
  about: { readonly currency: string; readonly shares: number },
): Segment<'name' | 'amount' | 'due' | 'collect'>[] {
  const weight =
    'share' in amount && about.shares > amount.share ? `, ${amount.share} of ${about.shares} equal parts of it,` : '';
  return [
    { part: 'name', text: name },
    ': ',
    { part: 'amount', text: amountText(amount, about.currency) + weight },
    ' is due ',
    { part: 'due', text: dueWords(due) },
    ', ',
    { part: 'collect', text: collectWords[collect] },
    '.',
  ];
}

export function holdSegments(
  hold: HoldRule,
  currency: string,
): Segment<'amount' | 'place' | 'keep' | 'margin' | 'validFor' | 'style'>[] {
  const { place, keep } = hold;
  const anchor = anchorWords[place.on];
  const from = place.minus
    ? `${offsetWords(place.minus)} before ${anchor}`
    : place.plus
      ? `${offsetWords(place.plus)} after ${anchor}`
      : anchor;
  const hours = holdHours(hold);
  return [
    { part: 'amount', text: amountText(hold.amount, currency) },
    ' is held on a card from ',
    { part: 'place', text: from },
    ' until ',
    { part: 'keep', text: keep.plus ? `${offsetWords(keep.plus)} after the end` : 'the end' },
    '; an authorisation lasts ',
    { part: 'validFor', text: offsetWords({ hours: hours.first }) },
    ' and is renewed ',
    { part: 'margin', text: offsetWords({ hours: hours.margin }) },
    ' before it runs out, ',
    {
      part: 'style',
      text: hold.style === 'swap' ? 'the old one let go first' : 'the old one let go after',
    },
    '.',
  ];
}

export const keepWords = (keep: Keep, currency: string): string => {
  if ('received' in keep) return 'what has come in';
  return 'percent' in keep ? `${formatPercent(keep.percent)} of the price` : formatAmount(keep.fixed, currency);
};

export const tierSegments = (tier: CancellationTier, currency: string): Segment<'notice' | 'keep'>[] => [
  { part: 'notice', text: offsetWords(tier.notice) },
  ' or more before the start: ',
  { part: 'keep', text: keepWords(tier.keep, currency) },
  ' is kept.',
];

export const graceSegments = (grace: NonNullable<CancellationTerms['grace']>): Segment<'within' | 'notice'>[] => [
  'Within ',
  { part: 'within', text: offsetWords(grace.within) },
  ' of agreeing, while ',
  { part: 'notice', text: offsetWords(grace.notice) },
  ' remain before the start: nothing is kept.',
];

const sumWords = (
  sum: { readonly percent: Decimal } | { readonly fixed: Minor },
  currency: string,
  of: string,
): string => ('percent' in sum ? `${formatPercent(sum.percent)} ${of}` : formatAmount(sum.fixed, currency));

export const claimSegments = ({ answerDays, most }: ClaimTerms, currency: string): Segment<'days' | 'most'>[] => [
  'Claims are told to the client, who has ',
  { part: 'days', text: String(answerDays) },
  ' days to accept or object before anything is taken; in all at most ',
  { part: 'most', text: most ? sumWords(most, currency, 'of the price') : 'what is held' },
  '.',
];

export const lateSegments = (late: LateRule, currency: string): Segment<'free' | 'per' | 'each' | 'most'>[] => [
  'Back more than ',
  { part: 'free', text: String(late.freeMinutes) },
  ' minutes late: for each begun ',
  { part: 'per', text: late.per },
  ' ',
  { part: 'each', text: sumWords(late.each, currency, `of the price of one`) },
  ', ',
  {
    part: 'most',
    text: late.most === undefined ? 'as long as it takes' : `at most ${formatAmount(late.most, currency)}`,
  },
  '.',
];

/** Why a service cannot be withdrawn from by law. */
export const exemptionWords: Readonly<Record<(typeof withdrawalExemptions)[number], string>> = {
  setDate: 'none, a service for a set date',
  lodging: 'none, lodging for a set time',
  vehicles: 'none, hire of vehicles for a set time',
  leisure: 'none, leisure at a set time',
};

export const withdrawalSentence = (withdrawal: WithdrawalTerms): string =>
  'days' in withdrawal
    ? `By law a consumer can withdraw within ${offsetWords({ days: withdrawal.days })} of agreeing.`
    : `Withdrawal by law: ${exemptionWords[withdrawal.exempt]}.`;

export const reminderSegments = (
  reminder: Reminder,
  collectAt: string,
): Segment<'offset' | 'when' | 'at' | 'text'>[] => [
  'A message ',
  { part: 'offset', text: offsetWords(reminder) },
  ' ',
  { part: 'when', text: reminder.when },
  ' the due day at ',
  { part: 'at', text: reminder.at ?? collectAt },
  ', ',
  { part: 'text', text: reminder.text ? `beginning “${reminder.text}”` : 'in the usual words' },
  '.',
];

const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** All rules of terms as sentences, without an example: for lists, and to compare two versions. */
export function termsSentences(terms: Terms, currency: string): string[] {
  const { cancellation, firstPayment, retryAfterHours: retries, minimum, fee, ways } = terms;
  const shares = sharesOf(terms.instalments);
  const collectAt = terms.collectAt ?? '09:00';
  const when = (condition: unknown, sentence: () => string): string[] => (condition ? [sentence()] : []);
  return [
    ...terms.instalments.map((rule) => sentenceOf(instalmentSegments(rule, { currency, shares }))),
    `Money is asked for and charged at ${collectAt}.`,
    firstPayment?.required === false
      ? 'What is due at agreement is left to the client.'
      : 'What is due at agreement secures the booking.',
    ...when(firstPayment?.preset === 'all', () => 'Paying everything at once is offered first.'),
    ...when(
      terms.payAllDiscount,
      () => `Whoever pays everything at once gets ${formatPercent(terms.payAllDiscount!)} off.`,
    ),
    ...when(terms.lapseAfterHours !== undefined, () => {
      const hours = offsetWords({ hours: terms.lapseAfterHours! });
      return `Without a first payment the place is given back after ${hours}.`;
    }),
    ...when(terms.cardOnFile, () => 'A card must be on file.'),
    ...when(terms.hold, () => sentenceOf(holdSegments(terms.hold!, currency))),
    ...when(
      terms.chargeInstead,
      () =>
        `Where that needs more than ${terms.chargeInstead!.above} authorisations, the sum is charged as a refundable deposit instead.`,
    ),
    ...when(terms.holdCoversBalance, () => 'The hold may pay a balance that is still owed.'),
    ...when(terms.holdCoversKeep, () => 'The hold may pay what a cancellation leaves owed.'),
    ...cancellation.tiers.map((tier) => `Cancelled ${sentenceOf(tierSegments(tier, currency))}`),
    ...when(cancellation.grace, () => sentenceOf(graceSegments(cancellation.grace!))),
    ...when(cancellation.keepAtLeast, () => `At least ${keepWords(cancellation.keepAtLeast!, currency)} is kept.`),
    `Nobody came: ${cancellation.noShow ? keepWords(cancellation.noShow, currency) : 'everything'} is kept.`,
    ...when(terms.claims, () => sentenceOf(claimSegments(terms.claims!, currency))),
    ...when(terms.claims?.late, () => sentenceOf(lateSegments(terms.claims!.late!, currency))),
    ...when(terms.withdrawal, () => withdrawalSentence(terms.withdrawal!)),
    `A payment is late ${terms.graceDays === 0 ? 'the day after' : `${offsetWords({ days: terms.graceDays })} after`} its day.`,
    ...terms.reminders.map((reminder) => sentenceOf(reminderSegments(reminder, collectAt))),
    retries.length === 0
      ? 'A refused charge is not tried again.'
      : `A refused charge is tried again after ${list(retries.map(String))} hours.`,
    ...when(minimum, () => {
      const text =
        'percent' in minimum!
          ? `${formatPercent(minimum.percent)} of what is open`
          : formatAmount(minimum!.fixed, currency);
      return `A part payment is at least ${text}.`;
    }),
    ...when(
      fee,
      () => `A fee of ${formatPercent(fee!.percent)} and ${formatAmount(fee!.fixed, currency)} is passed on.`,
    ),
    ...when(ways, () => `Paid by ${list(ways!.map((way) => wayWords[way]))}.`),
  ];
}

/** What the client is offered to pay with, in words: "card, transfer or cash". */
export const waysSentence = (terms: Terms): string => list(waysOfTerms(terms).map((way) => wayWords[way]));
