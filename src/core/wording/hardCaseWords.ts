import { dateOf } from '#core/calendar/wallTime';
import { formatMoney } from '#core/money/formatMoney';
import { type Minor, minor, sum } from '#core/money/minor';
import type { Example } from '#core/terms/example';
import type { HardCase } from '#core/terms/hardCases';
import type { PlanRefusal } from '#core/plan/plan';
import { shortDate } from '#core/wording/days';
import { times } from '#core/wording/times';

export type CaseWords = {
  readonly title: string;
  /** The sum that the case is about, and what it is; null where there is no plan. */
  readonly amount: Minor | null;
  readonly word: string;
  readonly note: string;
  readonly tone: 'plain' | 'warn' | 'fault';
};

const refusalWords = {
  terms_do_not_add_up: 'a part is left that no instalment takes',
  hold_has_no_length: 'the hold would end before it begins',
  hold_margin_too_long: 'the hold is renewed too early',
} as const satisfies Record<PlanRefusal['code'], string>;

const countWords = ['no', 'one', 'two', 'three', 'four', 'five', 'six'] as const;
const countOf = (count: number, what: string): string =>
  `${countWords[count] ?? count} ${what}${count === 1 ? '' : 's'}`;

/** One hard case as a row: its title, the sum, and what to notice. */
export function hardCaseWords(hard: HardCase, example: Example): CaseWords {
  const { currency } = example;
  const today = dateOf(example.agreed);
  const money = (amount: Minor): string => formatMoney(amount, currency);
  const title = (titles[hard.kind] as (of: HardCase, money: (amount: Minor) => string) => string)(hard, money);
  if (!hard.result.ok)
    return { title, amount: null, word: 'no plan', note: refusalWords[hard.result.refusal.code], tone: 'fault' };

  switch (hard.kind) {
    case 'dayBefore': {
      const { dueNow, later, instalments } = hard.result.value;
      const count = instalments.filter((part) => part.now).length;
      const together = count > 1 ? `${countOf(count, 'instalment')} fall together` : 'one instalment';
      const note = later > 0 ? `${together}; ${money(later)} follows` : together;
      return { title, amount: dueNow, word: 'now', note, tone: 'plain' };
    }
    case 'threeWeeks': {
      const { hold, instalments } = hard.result.value;
      const security = instalments.find((part) => part.origin === 'security');
      if (security)
        return {
          title,
          amount: security.amount,
          word: 'charged',
          note: 'a refundable deposit instead of a hold',
          tone: 'plain',
        };
      if (!hold) return { title, amount: sum([]), word: 'held', note: 'nothing is held', tone: 'plain' };
      const renewals = hold.authorisations.length - 1;
      return {
        title,
        amount: hold.amount,
        word: 'held',
        note: renewals === 0 ? 'one authorisation lasts' : `renewed ${times(renewals)}`,
        tone: renewals > 2 ? 'warn' : 'plain',
      };
    }
    case 'moved': {
      const { before, after } = hard.result.value;
      const moved = after.instalments.filter(
        (part) =>
          part.due !== null && !before.instalments.some((old) => old.name === part.name && old.due === part.due),
      );
      const days = [...new Set(moved.map((part) => shortDate(part.due!, today)))];
      const follows = after.hold && before.hold?.from !== after.hold.from ? 'the hold follows' : null;
      const note = [days.length > 0 ? `to ${days.join(' and ')}` : 'no instalment moves', follows]
        .filter(Boolean)
        .join('; ');
      return { title, amount: sum(moved.map((part) => part.amount)), word: 'later', note, tone: 'plain' };
    }
    case 'cancelled': {
      const { refund, owed, keep, received } = hard.result.value;
      const more = owed > 0 ? `${money(owed)} more is owed than in hand` : null;
      const note = more ?? `${money(keep)} of ${money(received)} in hand is kept`;
      return { title, amount: refund, word: 'back', note, tone: owed > 0 ? 'warn' : 'plain' };
    }
    case 'smallTotal': {
      const { dueNow, hold } = hard.result.value;
      if (hold && hold.amount > 2 * hard.total)
        return {
          title,
          amount: hold.amount,
          word: 'held',
          note: 'the hold is more than twice the price',
          tone: 'warn',
        };
      const note =
        dueNow === hard.total ? 'the first instalment takes all' : `${money(minor(hard.total - dueNow))} follows`;
      return { title, amount: dueNow, word: 'now', note, tone: 'plain' };
    }
    case 'neverDated': {
      const { open, names } = hard.result.value;
      if (names.length === 0)
        return { title, amount: open, word: 'open', note: 'every instalment has its day', tone: 'plain' };
      return {
        title,
        amount: open,
        word: 'open',
        note: 'nobody is asked for it until you give it a day',
        tone: 'warn',
      };
    }
  }
}

const titles: {
  readonly [K in HardCase['kind']]: (hard: Extract<HardCase, { kind: K }>, money: (sum: Minor) => string) => string;
} = {
  dayBefore: () => 'Booked the day before',
  threeWeeks: () => 'Three weeks long',
  moved: () => 'Moved by ten days',
  cancelled: () => 'Cancelled 20 days before',
  smallTotal: ({ total }, money) => `A total of ${money(total)}`,
  neverDated: () => 'An open part never dated',
};
