import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { longDate } from '#core/wording/days';
import { isComing, keptWords, settlesOn } from '#core/wording/keptWords';

/** The plan in whole sentences, as a message says it. */
export function planSentences(bookingState: BookingState): string[] {
  const { agreed, parts, hold, asOf, ledger } = bookingState;
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
