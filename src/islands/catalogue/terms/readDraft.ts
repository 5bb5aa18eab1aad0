import { isPlainDate, type PlainDate } from '#core/calendar/days';
import type { DateOffset, Offset } from '#core/calendar/offset';
import { isTimeOfDay, type TimeOfDay } from '#core/calendar/wallTime';
import type { CancellationTier } from '#core/cancellation/cancel';
import type { Keep } from '#core/cancellation/keep';
import { type Decimal, isDecimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import type { AmountRule, DueRule, HoldRule, InstalmentRule } from '#core/plan/rules';
import type { ClaimTerms, FeeTerms, Reminder, Terms, WithdrawalTerms } from '#core/terms/terms';
import { waysToPay } from '#core/paymentMethods/ways';
import type {
  ClaimsDraft,
  GraceDraft,
  HoldDraft,
  InstalmentDraft,
  KeepDraft,
  ReminderDraft,
  TermsDraft,
  TierDraft,
  WithdrawalDraft,
} from '#islands/catalogue/terms/draft';

/** What is missing, by `rule.field`. */
export type Faults = Readonly<Record<string, string>>;
/** The last good reading of each rule: what a half-written one counts as meanwhile. */
export type GoodRules = ReadonlyMap<string, unknown>;
export type Reading = { readonly terms: Terms; readonly faults: Faults; readonly good: GoodRules };

type Say = (field: string, message: string) => void;

const whole = (text: string, field: string, say: Say): number => {
  if (!/^\d{1,5}$/.test(text.trim())) say(field, 'a whole number');
  return Number(text.trim());
};

const percentage = (text: string, field: string, say: Say, most?: number): Decimal => {
  // Nobody groups the figures of a percentage: a comma can only be its decimal mark.
  const bare = text.replace('%', '').replace(',', '.').trim();
  if (!isDecimal(bare)) say(field, 'a percentage, such as 30 or 12.5');
  else if (most !== undefined && Number(bare) > most) say(field, `at most ${most} %`);
  return bare as Decimal;
};

const money = (text: string, currency: string, field: string, say: Say): Minor => {
  const amount = parseAmount(text, currency);
  if (amount === null) say(field, 'a sum, such as 400.00');
  return amount ?? (0 as Minor);
};

const offsetOf = (count: number, unit: string): Offset => ({ [unit]: count }) as Offset;

function amountOf({ amountKind, amount }: Pick<InstalmentDraft, 'amountKind' | 'amount'>, currency: string, say: Say) {
  if (amountKind === 'percent') return { percent: percentage(amount, 'amount', say) };
  if (amountKind === 'fixed') return { fixed: money(amount, currency, 'amount', say) };
  const share = whole(amount, 'amount', say);
  if (share < 1) say('amount', 'a weight from 1');
  return { share };
}

function dueOf(draft: InstalmentDraft, say: Say): DueRule {
  const { dueOn, dueMove, unit, date } = draft;
  if (dueOn === 'open') return { open: true };
  if (dueOn === 'midway') return { on: 'midway' };
  if (dueOn === 'date') {
    if (!isPlainDate(date)) say('date', 'a day');
    return { date: date as PlainDate };
  }
  if (dueMove === 'at') return { on: dueOn };
  const offset = offsetOf(whole(draft.count, 'count', say), unit) as DateOffset;
  return dueMove === 'after' ? { on: dueOn, plus: offset } : { on: dueOn, minus: offset };
}

const named = (name: string, say: Say): string => {
  if (name.trim() === '') say('name', 'a name');
  return name.trim();
};

const instalmentOf = (draft: InstalmentDraft, currency: string, say: Say): InstalmentRule => ({
  name: named(draft.name, say),
  collect: draft.collect,
  amount: amountOf(draft, currency, say) as AmountRule,
  due: dueOf(draft, say),
});

function holdOf(draft: HoldDraft, currency: string, say: Say): HoldRule {
  const count = draft.placeMove === 'at' ? 0 : whole(draft.placeCount, 'placeCount', say);
  const place = offsetOf(count, draft.placeUnit);
  const keep = whole(draft.keepCount, 'keepCount', say);
  const validFor = whole(draft.validFor, 'validFor', say);
  const margin = whole(draft.margin, 'margin', say);
  const renewed = draft.renewValidFor.trim() === '' ? null : whole(draft.renewValidFor, 'renewValidFor', say);
  if (margin >= Math.min(validFor, renewed ?? validFor)) say('margin', 'less than an authorisation lasts');
  return {
    amount: amountOf(draft, currency, say) as HoldRule['amount'],
    place: {
      on: draft.placeOn,
      ...(draft.placeMove === 'after' ? { plus: place } : draft.placeMove === 'before' ? { minus: place } : {}),
    },
    keep: { on: 'end', ...(keep > 0 ? { plus: offsetOf(keep, draft.keepUnit) } : {}) },
    ...(validFor === 168 ? {} : { validFor: { hours: validFor } }),
    ...(renewed === null ? {} : { renewValidFor: { hours: renewed } }),
    ...(margin === 12 ? {} : { margin: { hours: margin } }),
    ...(draft.style === 'swap' ? { style: 'swap' } : {}),
  };
}

function keepOf({ kind, amount }: KeepDraft, currency: string, say: Say): Keep {
  if (kind === 'received') return { received: true };
  return kind === 'percent'
    ? { percent: percentage(amount, 'keep', say) }
    : { fixed: money(amount, currency, 'keep', say) };
}

const tierOf = (draft: TierDraft, currency: string, say: Say): CancellationTier => ({
  notice: offsetOf(whole(draft.count, 'count', say), draft.unit),
  keep: keepOf(draft.keep, currency, say),
});

const graceOf = (draft: GraceDraft, say: Say): NonNullable<Terms['cancellation']['grace']> => ({
  within: offsetOf(whole(draft.withinCount, 'withinCount', say), draft.withinUnit),
  notice: offsetOf(whole(draft.noticeCount, 'noticeCount', say), draft.noticeUnit),
});

function reminderOf(draft: ReminderDraft, say: Say): Reminder {
  const at = draft.at.trim();
  if (at !== '' && !isTimeOfDay(at)) say('at', 'a time, such as 08:30');
  if (draft.text.length > 500) say('text', 'at most 500 letters');
  return {
    ...(offsetOf(whole(draft.count, 'count', say), draft.unit) as DateOffset),
    when: draft.when,
    ...(at === '' ? {} : { at: at as TimeOfDay }),
    ...(draft.text.trim() === '' ? {} : { text: draft.text.trim() }),
  };
}

function retriesOf(text: string, say: Say): number[] {
  const hours = text.split(/[\s,;]+/).filter(Boolean);
  if (hours.some((each) => !/^\d{1,4}$/.test(each) || Number(each) < 1)) say('hours', 'hours, such as 24, 48');
  return hours.map(Number);
}

function feeOf(draft: NonNullable<TermsDraft['fee']>, currency: string, say: Say): FeeTerms {
  const percent = percentage(draft.percent, 'percent', say, 99);
  if (!/^[A-Z]{2}$/.test(draft.country)) say('country', 'two letters, such as PT');
  return { percent, fixed: money(draft.fixed, currency, 'fixed', say), mode: draft.mode, country: draft.country };
}

const sumOf = (
  { kind, amount }: { readonly kind: 'percent' | 'fixed'; readonly amount: string },
  currency: string,
  field: string,
  say: Say,
) =>
  kind === 'percent' ? { percent: percentage(amount, field, say) } : { fixed: money(amount, currency, field, say) };

function claimsOf({ days, most, late }: ClaimsDraft, currency: string, say: Say): ClaimTerms {
  const answerDays = whole(days, 'days', say);
  if (answerDays > 60) say('days', 'at most 60 days');
  return {
    answerDays,
    ...(most ? { most: sumOf(most, currency, 'most', say) } : {}),
    ...(late
      ? {
          late: {
            freeMinutes: whole(late.free, 'late.free', say),
            per: late.per,
            each: sumOf(late, currency, 'late.each', say),
            ...(late.most === null ? {} : { most: money(late.most, currency, 'late.most', say) }),
          },
        }
      : {}),
  };
}

/** What a draft says of withdrawal; null where nothing. */
const withdrawalIn = ({ withdrawal }: TermsDraft): WithdrawalDraft | null =>
  withdrawal && withdrawal.kind !== 'none' ? withdrawal : null;

function withdrawalOf({ kind, days }: WithdrawalDraft, say: Say): WithdrawalTerms {
  if (kind !== 'days') return { exempt: kind as Extract<WithdrawalTerms, { exempt: unknown }>['exempt'] };
  const count = whole(days, 'days', say);
  if (count < 1 || count > 365) say('days', 'from 1 to 365 days');
  return { days: count };
}

/**
 * The terms that a draft means. A rule that is half written counts as it last was, or not at all where it never was
 * whole, and what it lacks is said.
 */
export function readDraft(draft: TermsDraft, currency: string, before: GoodRules): Reading {
  const faults: Record<string, string> = {};
  const good = new Map<string, unknown>();
  const rule = <T>(key: string, read: (say: Say) => T): T[] => {
    let wrong = false;
    const value = read((field, message) => {
      wrong = true;
      faults[`${key}.${field}`] ??= message;
    });
    const counts = wrong ? (before.get(key) as T | undefined) : value;
    if (counts === undefined) return [];
    good.set(key, counts);
    return [counts];
  };
  const optional = <T>(key: string, part: T | null, read: (part: T, say: Say) => unknown): unknown =>
    part === null ? undefined : rule(key, (say) => read(part, say))[0];

  if (draft.name.trim() === '') faults['terms.name'] = 'the terms need a name';
  const instalments = draft.instalments.flatMap((each) => rule(each.id, (say) => instalmentOf(each, currency, say)));
  if (draft.instalments.length === 0) faults['instalments.none'] = 'at least one instalment';
  const [collectAt] = rule('collectAt', (say) => {
    if (!isTimeOfDay(draft.collectAt)) say('time', 'a time, such as 09:00');
    return draft.collectAt;
  });
  const hold = draft.security === 'hold' ? rule('hold', (say) => holdOf(draft.hold, currency, say))[0] : undefined;
  const [graceDays = 0] = rule('graceDays', (say) => whole(draft.graceDays, 'count', say));
  const [retryAfterHours = []] = rule('retries', (say) => retriesOf(draft.retries, say));
  const isUsual = draft.required && draft.preset === 'due';
  const cover = hold && draft.chargeInstead !== null;
  const terms: Record<string, unknown> = {
    collectAt: collectAt === '09:00' ? undefined : collectAt,
    instalments,
    firstPayment: isUsual ? undefined : { required: draft.required, preset: draft.preset },
    payAllDiscount: optional('payAll', draft.payAllDiscount, (text, say) => percentage(text, 'percent', say, 100)),
    hold,
    chargeInstead: cover
      ? optional('chargeInstead', draft.chargeInstead, (text, say) => {
          const above = whole(text, 'count', say);
          if (above < 1) say('count', 'a number from 1');
          return { above };
        })
      : undefined,
    cardOnFile: draft.security === 'card' ? true : undefined,
    holdCoversBalance: Boolean(hold) && draft.holdCoversBalance,
    holdCoversKeep: hold && draft.holdCoversKeep ? true : undefined,
    cancellation: {
      tiers: draft.tiers.flatMap((each) => rule(each.id, (say) => tierOf(each, currency, say))),
      grace: optional('grace', draft.grace, graceOf),
      keepAtLeast: optional('keepAtLeast', draft.keepAtLeast, (keep, say) => keepOf(keep, currency, say)),
      noShow: optional('noShow', draft.noShow, (keep, say) => keepOf(keep, currency, say)),
    },
    claims: optional('claims', draft.claims ?? null, (claims, say) => claimsOf(claims, currency, say)),
    withdrawal: optional('withdrawal', withdrawalIn(draft), withdrawalOf),
    graceDays,
    reminders: draft.reminders.flatMap((each) => rule(each.id, (say) => reminderOf(each, say))),
    retryAfterHours,
    minimum: optional('minimum', draft.minimum, ({ kind, amount }, say) =>
      amountOf({ amountKind: kind, amount }, currency, say),
    ),
    fee: optional('fee', draft.fee, (fee, say) => feeOf(fee, currency, say)),
    ways: waysToPay.every((way) => draft.ways.includes(way)) ? undefined : draft.ways,
    lapseAfterHours: optional('lapse', draft.lapse, (text, say) => {
      const hours = whole(text, 'hours', say);
      if (hours < 1) say('hours', 'a number from 1');
      return hours;
    }),
  };
  if (draft.ways.length === 0) faults['ways.none'] = 'at least one way to pay';
  // Without the keys that are undefined, so that unchanged terms read as they were.
  return { terms: JSON.parse(JSON.stringify(terms)) as Terms, faults, good };
}
