import type { Agreed, Standing } from '#core/booking/standing';
import { addDays } from '#core/calendar/days';
import { instantOfSeconds } from '#core/calendar/instant';
import { isHours } from '#core/calendar/offset';
import { dateOf } from '#core/calendar/wallTime';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import type { Keep } from '#core/cancellation/keep';
import { keptAmount } from '#core/cancellation/keep';
import { deadline } from '#core/cancellation/notice';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { longDate, longWall } from '#core/wording/days';
import { isComing, keptWords, settlesOn } from '#core/wording/keptWords';

/** The plan in whole sentences, as a message says it. */
export function planSentences(standing: Standing): string[] {
  const { agreed, parts, hold, asOf, ledger } = standing;
  const { currency, timeZone } = agreed;
  const today = localDate(asOf, timeZone);
  const sum = (amount: Minor): string => formatMoney(amount, currency);
  const card = ledger.card ? `your ${keptWords(ledger.card)}` : 'the same card';
  const settles = settlesOn(ledger, timeZone);
  const sentences = parts
    .filter((part) => part.left > 0)
    .map((part) => {
      const { left, name, due, state } = part;
      if (due === null) return `${sum(left)} (${name}) has no date yet; we agree on it with you.`;
      if (isComing(part) && settles)
        return `${sum(left)} (${name}) is on its way from your bank account and counts on ${longDate(settles, today)}.`;
      if (state === 'late') return `${sum(left)} (${name}) was due on ${longDate(due, today)}.`;
      if (state === 'due') return `${sum(left)} (${name}) is due now.`;
      const day = `On ${longDate(due, today)}`;
      if (part.collect === 'charge') return `${day} we charge ${sum(left)} (${name}) to ${card}.`;
      const where = part.collect === 'desk' ? ' when you come' : '';
      return `${day} you pay ${sum(left)} (${name})${where}.`;
    });
  if (
    hold &&
    ['planned', 'asked', 'inForce', 'endingSoon'].includes(hold.state) &&
    !ledger.cancelled &&
    !ledger.lapsed
  ) {
    const from = longDate(localDate(hold.from, timeZone), today);
    const until = longDate(localDate(hold.until, timeZone), today);
    sentences.push(
      `From ${from} to ${until} your bank sets ${sum(hold.amount)} aside without charging it; it is let go when all is in order.`,
    );
    if (agreed.terms.holdCoversBalance) sentences.push('What is set aside may also pay a balance that is still owed.');
  }
  return sentences;
}

function keepText(keep: Keep, agreed: Agreed): string {
  if ('received' in keep) return 'we keep what you have paid by then';
  const amount = keptAmount(keep, agreed.total, agreed.total);
  if (amount === 0) return 'you get everything back';
  const share = 'percent' in keep ? `${keep.percent} % of the price, ` : '';
  return amount === agreed.total
    ? 'the whole price stays due'
    : `we keep ${share}${formatMoney(amount, agreed.currency)}`;
}

/** What a cancellation by the client costs, by its last day: from the terms and the dates of this booking. */
export function cancellationSentences(agreed: Agreed): string[] {
  const { timeZone, start, agreed: agreedAt, terms } = agreed;
  const { tiers, grace, keepAtLeast } = terms.cancellation;
  const today = dateOf(agreedAt);
  const until = (seconds: number, exact: boolean): string => {
    const wall = wallOfInstant(instantOfSeconds(seconds), timeZone);
    // A limit in days ends at the midnight after its last day, which is the day that a person names.
    return exact ? longWall(wall, today) : `the end of ${longDate(addDays(dateOf(wall), -1), today)}`;
  };
  const sentences: string[] = [];
  if (grace) {
    const within = deadline(agreedAt, timeZone, grace.within, 1).seconds;
    const notice = deadline(start, timeZone, grace.notice, -1).seconds;
    const [last, exact] = within <= notice ? [within, isHours(grace.within)] : [notice, isHours(grace.notice)];
    sentences.push(`Until ${until(last, exact)}: you get everything back.`);
  }
  const ordered = tiers
    .map((tier) => ({ tier, seconds: deadline(start, timeZone, tier.notice, -1).seconds }))
    .sort((a, b) => a.seconds - b.seconds);
  for (const { tier, seconds } of ordered) {
    sentences.push(`Until ${until(seconds, isHours(tier.notice))}: ${keepText(tier.keep, agreed)}.`);
  }
  sentences.push(ordered.length > 0 ? 'After that the whole price stays due.' : 'The whole price stays due.');
  if (keepAtLeast) sentences.push(`Apart from second thoughts, ${keepText(keepAtLeast, agreed)} at least.`);
  return sentences;
}
