import type { DateOffset, Offset } from '#core/calendar/offset';
import type { Keep } from '#core/cancellation/keep';
import { currencyExponent } from '#core/money/currency';
import { formatAmount } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import type { AmountRule, Collect, DueRule, HoldRule, InstalmentRule } from '#core/plan/rules';
import { type Reminder, type Terms, waysOfTerms, type withdrawalExemptions } from '#core/terms/terms';
import type { WayToPay } from '#core/paymentMethods/ways';
import { unitOf, type Unit } from '#core/wording/offsetWords';

/** Terms as they are typed: numbers are text, so that a half-written one can stand. Each rule has an id of its own. */
export type DateUnit = Exclude<Unit, 'hours'>;
export type AmountKind = 'percent' | 'fixed' | 'share';
export type InstalmentDraft = {
  readonly id: string;
  readonly name: string;
  readonly amountKind: AmountKind;
  readonly amount: string;
  readonly collect: Collect;
  readonly dueOn: 'agreement' | 'start' | 'end' | 'midway' | 'date' | 'open';
  readonly dueMove: 'at' | 'before' | 'after';
  readonly count: string;
  readonly unit: DateUnit;
  readonly date: string;
};
export type HoldDraft = {
  readonly amountKind: 'percent' | 'fixed';
  readonly amount: string;
  readonly placeOn: 'start' | 'agreement';
  readonly placeMove: 'at' | 'before' | 'after';
  readonly placeCount: string;
  readonly placeUnit: Unit;
  readonly keepCount: string;
  readonly keepUnit: Unit;
  readonly validFor: string;
  readonly renewValidFor: string;
  readonly margin: string;
  readonly style: 'overlap' | 'swap';
};
export type KeepDraft = { readonly kind: 'percent' | 'fixed' | 'received'; readonly amount: string };
export type TierDraft = { readonly id: string; readonly count: string; readonly unit: Unit; readonly keep: KeepDraft };
export type GraceDraft = {
  readonly withinCount: string;
  readonly withinUnit: Unit;
  readonly noticeCount: string;
  readonly noticeUnit: Unit;
};
export type ReminderDraft = {
  readonly id: string;
  readonly count: string;
  readonly unit: DateUnit;
  readonly when: 'before' | 'after';
  /** Empty: at the collecting hour. */
  readonly at: string;
  /** Empty: the usual words. */
  readonly text: string;
};
export type FeeDraft = {
  readonly percent: string;
  readonly fixed: string;
  readonly mode: 'add' | 'cover';
  readonly country: string;
};
export type LateDraft = {
  readonly free: string;
  readonly per: 'hour' | 'day';
  readonly kind: 'percent' | 'fixed';
  readonly amount: string;
  /** Null: without a limit of its own. */
  readonly most: string | null;
};
export type ClaimsDraft = {
  readonly days: string;
  /** Null: what is held. */
  readonly most: { readonly kind: 'percent' | 'fixed'; readonly amount: string } | null;
  readonly late: LateDraft | null;
};
export type WithdrawalDraft = {
  readonly kind: 'none' | 'days' | (typeof withdrawalExemptions)[number];
  readonly days: string;
};
export type TermsDraft = {
  readonly name: string;
  readonly collectAt: string;
  readonly instalments: readonly InstalmentDraft[];
  readonly required: boolean;
  readonly preset: 'due' | 'all';
  readonly payAllDiscount: string | null;
  readonly security: 'none' | 'card' | 'hold';
  readonly hold: HoldDraft;
  readonly chargeInstead: string | null;
  readonly holdCoversBalance: boolean;
  readonly holdCoversKeep: boolean;
  readonly tiers: readonly TierDraft[];
  readonly grace: GraceDraft | null;
  readonly keepAtLeast: KeepDraft | null;
  /** Null: everything is kept. */
  readonly noShow: KeepDraft | null;
  /** Absent in drafts of before there was one. */
  readonly claims?: ClaimsDraft | null;
  readonly withdrawal?: WithdrawalDraft;
  readonly graceDays: string;
  readonly reminders: readonly ReminderDraft[];
  readonly retries: string;
  readonly minimum: { readonly kind: 'percent' | 'fixed'; readonly amount: string } | null;
  readonly lapse: string | null;
  readonly ways: readonly WayToPay[];
  readonly fee: FeeDraft | null;
};

const plain = (amount: Parameters<typeof formatAmount>[0], currency: string): string => formatAmount(amount, currency);

function amountDraft(amount: AmountRule, currency: string): Pick<InstalmentDraft, 'amountKind' | 'amount'> {
  if ('percent' in amount) return { amountKind: 'percent', amount: amount.percent };
  if ('fixed' in amount) return { amountKind: 'fixed', amount: plain(amount.fixed, currency) };
  return { amountKind: 'share', amount: String(amount.share) };
}

function dueDraft(due: DueRule): Pick<InstalmentDraft, 'dueOn' | 'dueMove' | 'count' | 'unit' | 'date'> {
  const at = { dueMove: 'at' as const, count: '7', unit: 'days' as DateUnit, date: '' };
  if ('open' in due) return { ...at, dueOn: 'open' };
  if ('date' in due) return { ...at, dueOn: 'date', date: due.date };
  if (due.on === 'midway') return { ...at, dueOn: 'midway' };
  const offset = due.plus ?? due.minus;
  if (!offset) return { ...at, dueOn: due.on };
  const { count, unit } = unitOf(offset);
  return {
    ...at,
    dueOn: due.on,
    dueMove: due.plus ? 'after' : 'before',
    count: String(count),
    unit: unit as DateUnit,
  };
}

export const instalmentDraft = (rule: InstalmentRule, id: string, currency: string): InstalmentDraft => ({
  id,
  name: rule.name,
  collect: rule.collect,
  ...amountDraft(rule.amount, currency),
  ...dueDraft(rule.due),
});

const keepDraft = (keep: Keep, currency: string): KeepDraft => {
  if ('received' in keep) return { kind: 'received', amount: '' };
  return 'percent' in keep
    ? { kind: 'percent', amount: keep.percent }
    : { kind: 'fixed', amount: plain(keep.fixed, currency) };
};

const offsetDraft = (offset: Offset): { count: string; unit: Unit } => {
  const { count, unit } = unitOf(offset);
  return { count: String(count), unit };
};

const usualHold = (currency: string): HoldRule => ({
  amount: { fixed: minor(400 * 10 ** currencyExponent(currency)) },
  place: { on: 'start', minus: { days: 1 } },
  keep: { on: 'end', plus: { days: 2 } },
});

function holdDraft(hold: HoldRule, currency: string): HoldDraft {
  const { amountKind, amount } = amountDraft(hold.amount, currency);
  const place = hold.place.plus ?? hold.place.minus;
  const placed = offsetDraft(place ?? { days: 1 });
  const kept = offsetDraft(hold.keep.plus ?? { days: 0 });
  return {
    amountKind: amountKind as 'percent' | 'fixed',
    amount,
    placeOn: hold.place.on,
    placeMove: hold.place.minus ? 'before' : hold.place.plus ? 'after' : 'at',
    placeCount: placed.count,
    placeUnit: placed.unit,
    keepCount: kept.count,
    keepUnit: kept.unit,
    validFor: hold.validFor ? String(hold.validFor.hours) : '168',
    renewValidFor: hold.renewValidFor ? String(hold.renewValidFor.hours) : '',
    margin: hold.margin ? String(hold.margin.hours) : '12',
    style: hold.style ?? 'overlap',
  };
}

const reminderDraft = (reminder: Reminder, id: string): ReminderDraft => {
  const { count, unit } = unitOf(reminder as DateOffset);
  return {
    id,
    count: String(count),
    unit: unit as DateUnit,
    when: reminder.when,
    at: reminder.at ?? '',
    text: reminder.text ?? '',
  };
};

const sumDraft = (
  sum: { readonly percent: string } | { readonly fixed: Parameters<typeof formatAmount>[0] },
  currency: string,
): { kind: 'percent' | 'fixed'; amount: string } =>
  'percent' in sum ? { kind: 'percent', amount: sum.percent } : { kind: 'fixed', amount: plain(sum.fixed, currency) };

function claimsDraft(claims: Terms['claims'], currency: string): ClaimsDraft | null {
  if (!claims) return null;
  const { answerDays, most, late } = claims;
  return {
    days: String(answerDays),
    most: most ? sumDraft(most, currency) : null,
    late: late
      ? {
          free: String(late.freeMinutes),
          per: late.per,
          ...sumDraft(late.each, currency),
          most: late.most === undefined ? null : plain(late.most, currency),
        }
      : null,
  };
}

const withdrawalDraft = (withdrawal: Terms['withdrawal']): WithdrawalDraft => {
  if (!withdrawal) return { kind: 'none', days: '14' };
  return 'days' in withdrawal
    ? { kind: 'days', days: String(withdrawal.days) }
    : { kind: withdrawal.exempt, days: '14' };
};

/** Terms as their editor shows them. */
export function draftOf(name: string, terms: Terms, currency: string): TermsDraft {
  const { cancellation, minimum, fee } = terms;
  const { grace } = cancellation;
  return {
    name,
    collectAt: terms.collectAt ?? '09:00',
    instalments: terms.instalments.map((rule, index) => instalmentDraft(rule, `i${index + 1}`, currency)),
    required: terms.firstPayment?.required ?? true,
    preset: terms.firstPayment?.preset ?? 'due',
    payAllDiscount: terms.payAllDiscount ?? null,
    security: terms.hold ? 'hold' : terms.cardOnFile ? 'card' : 'none',
    hold: holdDraft(terms.hold ?? usualHold(currency), currency),
    chargeInstead: terms.chargeInstead ? String(terms.chargeInstead.above) : null,
    holdCoversBalance: terms.holdCoversBalance,
    holdCoversKeep: terms.holdCoversKeep ?? false,
    tiers: cancellation.tiers.map((tier, index) => ({
      id: `t${index + 1}`,
      ...offsetDraft(tier.notice),
      keep: keepDraft(tier.keep, currency),
    })),
    grace: grace
      ? {
          withinCount: offsetDraft(grace.within).count,
          withinUnit: offsetDraft(grace.within).unit,
          noticeCount: offsetDraft(grace.notice).count,
          noticeUnit: offsetDraft(grace.notice).unit,
        }
      : null,
    keepAtLeast: cancellation.keepAtLeast ? keepDraft(cancellation.keepAtLeast, currency) : null,
    noShow: cancellation.noShow ? keepDraft(cancellation.noShow, currency) : null,
    claims: claimsDraft(terms.claims, currency),
    withdrawal: withdrawalDraft(terms.withdrawal),
    graceDays: String(terms.graceDays),
    reminders: terms.reminders.map((reminder, index) => reminderDraft(reminder, `r${index + 1}`)),
    retries: terms.retryAfterHours.join(', '),
    minimum: minimum
      ? 'percent' in minimum
        ? { kind: 'percent', amount: minimum.percent }
        : { kind: 'fixed', amount: plain(minimum.fixed, currency) }
      : null,
    lapse: terms.lapseAfterHours === undefined ? null : String(terms.lapseAfterHours),
    ways: [...waysOfTerms(terms)],
    fee: fee ? { percent: fee.percent, fixed: plain(fee.fixed, currency), mode: fee.mode, country: fee.country } : null,
  };
}
