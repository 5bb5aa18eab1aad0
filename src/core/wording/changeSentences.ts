import type { Deal } from '#core/bookings/deal';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { longWall, shortDate } from '#core/wording/days';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { planSentences } from '#core/wording/sentences';

/** What a change changes, in words that owner and client both read; nothing where only wording behind the plan differs. */
export function changeSentences(before: BookingState, after: BookingState, deals?: readonly [Deal, Deal]): string[] {
  const { currency, timeZone } = after.agreed;
  const today = localDate(after.asOf, timeZone);
  const sum = (amount: Minor): string => formatMoney(amount, currency);
  const [old, now] = [before.agreed, after.agreed];
  const sentences: string[] = [];
  if (deals && deals[0].title !== deals[1].title) sentences.push(`It is now: ${deals[1].title}.`);
  const [countBefore, countNow] = (deals ?? []).map(({ count }) => count ?? 1);
  if (countBefore !== countNow) sentences.push(`It is for ${countNow} now, not for ${countBefore}.`);
  if (old.start !== now.start)
    sentences.push(`It begins ${longWall(now.start, today)} instead of ${longWall(old.start, today)}.`);
  if (old.end !== now.end)
    sentences.push(`It ends ${longWall(now.end, today)} instead of ${longWall(old.end, today)}.`);
  if (old.total !== now.total) sentences.push(`The price is ${sum(now.total)} instead of ${sum(old.total)}.`);
  sentences.push(...partChanges(before, after, sum));
  const [heldBefore, heldNow] = [before.hold, after.hold];
  const span = ({ from, until }: { from: typeof after.asOf; until: typeof after.asOf }): string =>
    `from ${shortDate(localDate(from, timeZone), today)} to ${shortDate(localDate(until, timeZone), today)}`;
  if (heldNow && (!heldBefore || plannedHold(before) !== plannedHold(after)))
    sentences.push(`${sum(after.plan.hold!.amount)} is set aside ${span(heldNow)}.`);
  if (!heldNow && heldBefore) sentences.push(`Nothing is set aside on a card any more.`);
  if (String(cancellationSentences(before)) !== String(cancellationSentences(after)))
    sentences.push('What a cancellation costs has changed.');
  return sentences;
}

const plannedHold = ({ plan }: BookingState): string => `${plan.hold?.amount} ${plan.hold?.from} ${plan.hold?.until}`;

function partChanges(before: BookingState, after: BookingState, sum: (amount: Minor) => string): string[] {
  const { timeZone } = after.agreed;
  const today = localDate(after.asOf, timeZone);
  const day = (due: (typeof after.parts)[number]['due']): string =>
    due ? `on ${shortDate(due, today)}` : 'without a date';
  const names = ({ parts }: BookingState): Set<string> => new Set(parts.map((part) => part.name));
  const [old, now] = [names(before), names(after)];
  // What is paid stays paid, whatever day the new plan has for it.
  const text = ({ parts }: BookingState, name: string): string => {
    const own = parts.filter((part) => part.name === name);
    const open = own.filter((part) => part.left > 0).map((part) => `${sum(part.left)} ${day(part.due)}`);
    return own.length > 0 && open.length === 0 ? 'paid' : open.join(' and ');
  };
  const said = [...now].flatMap((name) => {
    const [was, is] = [text(before, name), text(after, name)];
    if (was === is) return [];
    return [was === '' ? `New: ${name}, ${is}.` : `The ${name}: ${is} instead of ${was}.`];
  });
  const gone = [...old].filter((name) => !now.has(name)).map((name) => `The ${name} is no longer asked for.`);
  return [...said, ...gone];
}

/** Whether a client would read something else than before. */
export const tellsClient = (before: BookingState, after: BookingState, old: Deal, now: Deal): boolean =>
  changeSentences(before, after, [old, now]).length > 0 ||
  String(planSentences(before)) !== String(planSentences(after));
