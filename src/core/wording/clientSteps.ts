import type { Part } from '#core/bookings/part';
import type { BookingState } from '#core/bookings/bookingState';
import type { PlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import type { Minor } from '#core/money/minor';
import { longDate, shortDate } from '#core/wording/days';
import { isComing, keptWords, settlesOn } from '#core/wording/keptWords';

export type StepMark = 'received' | 'now' | 'due' | 'late' | 'held' | 'open' | 'back';
/** One line of "what happens when", as a client reads it. */
export type ClientStep = {
  readonly mark: StepMark;
  readonly date: PlainDate | null;
  readonly when: string;
  readonly what: string;
  readonly note: string | null;
  readonly amount: Minor;
};

function partStep(part: Part, { ledger, agreed }: BookingState, today: PlainDate): ClientStep {
  const name = part.name;
  const step = { date: part.due, amount: part.left === 0 ? part.amount : part.left };
  const when = part.due === null ? 'No date yet' : part.due === today ? 'Today' : shortDate(part.due, today);
  const note = part.partly ? 'the rest of it; a part has been paid' : null;
  if (part.state === 'paid') return { ...step, mark: 'received', when, what: `You paid the ${name}`, note: null };
  const settles = settlesOn(ledger, agreed.timeZone);
  if (isComing(part) && settles) {
    const counts = `on its way from your bank account; it counts on ${longDate(settles, today)}`;
    return { ...step, mark: 'due', when, what: `You paid the ${name}`, note: counts };
  }
  if (part.state === 'open')
    return { ...step, mark: 'open', when, what: `The ${name}; we agree on the day with you`, note };
  if (part.state === 'late')
    return { ...step, mark: 'late', when, what: `The ${name} was due`, note: 'please pay it now' };
  if (part.state === 'due')
    return { ...step, mark: 'now', when: part.now ? 'Today' : when, what: `You pay the ${name}`, note };
  if (part.collect === 'desk') return { ...step, mark: 'due', when, what: `You pay the ${name} when you come`, note };
  if (part.collect === 'ask')
    return { ...step, mark: 'due', when, what: `You pay the ${name}`, note: 'we write to you before' };
  const card = ledger.card ? `the ${keptWords(ledger.card)}` : 'the same card';
  return { ...step, mark: 'due', when, what: `We charge the ${name} to ${card}`, note };
}

function holdStep(bookingState: BookingState, today: PlainDate): ClientStep | null {
  const { hold, agreed } = bookingState;
  if (!hold) return null;
  const from = localDate(hold.from, agreed.timeZone);
  const until = localDate(hold.until, agreed.timeZone);
  const when = `${shortDate(from, today)} to ${shortDate(until, today)}`;
  const step = { mark: 'held' as const, date: from, when, amount: hold.amount };
  switch (hold.state) {
    case 'released':
      return { ...step, mark: 'back', what: 'Your bank had set this aside', note: 'it was let go; nothing was taken' };
    case 'captured':
      return {
        ...step,
        what: 'Your bank had set this aside',
        note:
          bookingState.ledger.closedOut?.released === 0
            ? 'all of it was taken'
            : 'a part was taken and the rest let go',
      };
    case 'asked':
      return { ...step, what: 'Your bank sets this aside', note: 'please confirm it with your bank' };
    case 'planned':
    case 'inForce':
    case 'endingSoon':
    case 'lapsed':
    case 'refused':
      return { ...step, what: 'Your bank sets this aside', note: 'not charged; let go when all is in order' };
  }
}

/** What happens when, in the order of its days: generated from the plan and never typed. */
export function clientSteps(bookingState: BookingState): ClientStep[] {
  const today = localDate(bookingState.asOf, bookingState.agreed.timeZone);
  const steps = bookingState.parts.map((part) => partStep(part, bookingState, today));
  const over = bookingState.ledger.cancelled !== null || bookingState.ledger.lapsed;
  const hold = over ? null : holdStep(bookingState, today);
  if (hold) steps.push(hold);
  const dayOfStep = (step: ClientStep): string => step.date ?? '9999-12-31';
  return steps.sort((a, b) => (dayOfStep(a) < dayOfStep(b) ? -1 : dayOfStep(a) > dayOfStep(b) ? 1 : 0));
}
