import type { BookingState } from '#core/bookings/bookingState';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { type Minor, minor } from '#core/money/minor';
import { longDate, longMoment } from '#core/wording/days';
import { isComing, keptWords, settlesOn } from '#core/wording/keptWords';
import { times } from '#core/wording/times';
import { declineText } from '#core/wording/declines';
import { chargeTries } from '#core/bookings/decisions';
import { instalmentWords } from '#islands/format/stageWords';

export type PlanRow = {
  readonly key: string;
  readonly at: Instant | null;
  readonly date: PlainDate | null;
  readonly mark:
    'received' | 'due' | 'planned' | 'late' | 'open' | 'held' | 'heldPlanned' | 'gap' | 'back' | 'captured' | 'service';
  readonly title: string;
  readonly note: string;
  readonly amount: Minor | null;
  readonly word: string;
  readonly tone: string;
};

/** The rows between these moments stand beside the hold's cover; cut where the cover is cut. */
export type CoverSpan = {
  readonly from: Instant;
  readonly until: Instant;
  readonly state: 'inForce' | 'planned' | 'gap' | 'over';
};

function partRows(bookingState: BookingState, today: PlainDate): PlanRow[] {
  const { parts, agreed, ledger } = bookingState;
  const zone = agreed.timeZone;
  return parts.map((part): PlanRow => {
    const word = part.partly ? `${instalmentWords[part.state]}, in part` : instalmentWords[part.state];
    const about = {
      key: `part${part.index}`,
      at: part.dueAt,
      date: part.due,
      amount: part.left > 0 ? part.left : part.amount,
      word,
    };
    const title = part.name.slice(0, 1).toUpperCase() + part.name.slice(1);
    const mark = part.state === 'paid' ? 'received' : part.state;
    const tone = part.state === 'late' ? 't-late' : part.state === 'paid' ? 't-received' : 't-due';
    if (part.state === 'paid') return { ...about, title, mark, tone, note: paidNote(bookingState) };
    if (part.state === 'open') return { ...about, title, mark, tone, note: 'the day is agreed later' };
    const { tries, last, nextTry } = chargeTries({ ledger, agreed }, part.dueAt!);
    if (part.collect === 'charge' && last && part.state !== 'planned') {
      const next = nextTry ? `next try ${longMoment(nextTry, zone, today)}` : 'not tried again';
      return {
        ...about,
        title,
        mark: 'late',
        tone: 't-late',
        note: `card refused ${times(tries)} (${declineText(last.code)}); ${next}`,
      };
    }
    const settles = settlesOn(ledger, agreed.timeZone);
    if (isComing(part) && settles) {
      const counts = `on its way from a bank account, counts on ${longDate(settles, today)}`;
      return { ...about, title, mark, tone, note: counts };
    }
    const how = {
      ask: part.state === 'planned' ? 'asked by message' : 'asked; waiting for the client',
      charge: ledger.card ? `charged to the ${keptWords(ledger.card)}` : 'no card on file; asked by message',
      desk: 'taken in person',
    }[part.collect];
    return { ...about, title, mark, tone, note: how };
  });
}

const methodWords = {
  debit: 'by bank debit',
  reader: 'by card at the counter',
  card: 'by card',
  cash: 'in cash',
  transfer: 'by transfer',
  cheque: 'by cheque',
  hold: 'from the hold',
  credit: 'from credit',
  voucher: 'by voucher',
} as const;

/** How it was paid, where all receipts came in one way; which receipt filled which part is not told apart here. */
function paidNote({ ledger }: BookingState): string {
  const methods = [...new Set(ledger.receipts.map((receipt) => receipt.method))];
  return methods.length === 1 ? `paid ${methodWords[methods[0]!]}` : 'paid';
}

function holdRows({ hold, ledger, agreed }: BookingState, today: PlainDate): PlanRow[] {
  if (!hold) return [];
  const zone = agreed.timeZone;
  const day = (at: Instant) => localDate(at, zone);
  const closed = ledger.closedOut;
  const placed = ledger.authorisations.map((held, index): PlanRow => {
    const renewed = index > 0;
    const gone = held.state !== 'inForce';
    return {
      key: held.id,
      at: held.placedAt,
      date: day(held.placedAt),
      mark: gone ? 'back' : 'held',
      title: renewed ? 'Hold renewed' : 'Hold placed',
      note: `card ending in ${held.last4}, authorised to ${longDate(day(held.expires), today)}`,
      amount: held.amount,
      word:
        held.state === 'inForce'
          ? 'in force'
          : held.state === 'released' && renewalAfter(ledger.authorisations, index)
            ? 'replaced'
            : held.state,
      tone: gone ? 't-back' : 't-held',
    };
  });
  const rows = [...placed];
  const over = closed !== null || ledger.cancelled !== null || ledger.lapsed;
  if (ledger.authorisations.length === 0 && !over) {
    const word = hold.state === 'refused' ? 'refused' : hold.state === 'asked' ? 'client asked' : 'planned';
    rows.push({
      key: 'from',
      at: hold.from,
      date: day(hold.from),
      mark: hold.gap ? 'gap' : 'heldPlanned',
      title: 'Hold placed',
      note: 'on the card on file',
      amount: hold.amount,
      word,
      tone: hold.gap ? 't-late' : 't-held',
    });
  }
  if (hold.renewAt && !over)
    rows.push({
      key: 'renew',
      at: hold.renewAt,
      date: day(hold.renewAt),
      mark: 'heldPlanned',
      title: 'Hold renewed',
      note: 'by itself, before it runs out',
      amount: hold.amount,
      word: 'planned',
      tone: 't-held',
    });
  if (hold.gap) {
    const why = hold.refusal ? `refused: ${declineText(hold.refusal.code)}; ` : '';
    rows.push({
      key: 'gap',
      at: hold.gap.from,
      date: day(hold.gap.from),
      mark: 'gap',
      title: 'Cover ends',
      note: `${why}needed until ${longDate(day(hold.until), today)}`,
      amount: hold.amount,
      word: 'cover gap',
      tone: 't-late',
    });
  }
  if (closed && closed.captured > 0)
    rows.push({
      key: 'captured',
      at: closed.at,
      date: day(closed.at),
      mark: 'captured',
      title: 'Captured for claims',
      note: closed.claims.map((claim) => claim.reason).join(', '),
      amount: closed.captured,
      word: 'captured',
      tone: 't-held',
    });
  if (!over && hold.state !== 'released') {
    const about = { key: 'until', at: hold.until, date: day(hold.until), amount: hold.amount, tone: 't-back' };
    const uncovered = hold.gap !== null;
    rows.push({
      ...about,
      mark: 'back',
      title: uncovered ? 'End of cover' : 'Hold released',
      note: uncovered ? 'until then it should be held' : 'unless you claim before',
      word: 'planned',
    });
  }
  return rows;
}

const renewalAfter = (held: BookingState['ledger']['authorisations'], index: number): boolean =>
  index < held.length - 1;

/** The plan as a dated line, from the agreement to the end of cover: parts, hold, service, in the order of their moments. */
export function planRows(bookingState: BookingState): PlanRow[] {
  const { agreed, startAt, endAt, ledger } = bookingState;
  const today = localDate(bookingState.asOf, agreed.timeZone);
  const over = ledger.cancelled ?? (ledger.lapsed ? { at: endAt } : null);
  const service = (key: string, at: Instant, title: string): PlanRow => ({
    key,
    at,
    date: localDate(at, agreed.timeZone),
    mark: 'service',
    title,
    note: longMoment(at, agreed.timeZone, today),
    amount: null,
    word: '',
    tone: '',
  });
  const rows = [...partRows(bookingState, today), ...holdRows(bookingState, today)];
  if (!over) rows.push(service('start', startAt, 'Service begins'), service('end', endAt, 'Service ends'));
  if (ledger.cancelled) {
    const { at, keep } = ledger.cancelled;
    rows.push({
      key: 'cancelled',
      at,
      date: localDate(at, agreed.timeZone),
      mark: 'back',
      title: 'Cancelled',
      note: keep > 0 ? 'a part is kept by the terms' : 'nothing is kept',
      amount: keep,
      word: 'kept',
      tone: 't-back',
    });
    const back = minor(ledger.receipts.reduce((sum, receipt) => sum + receipt.refunded, 0));
    if (back > 0)
      rows.push({
        key: 'back',
        at,
        date: localDate(at, agreed.timeZone),
        mark: 'back',
        title: 'Given back',
        note: 'newest receipt first',
        amount: back,
        word: 'given back',
        tone: 't-back',
      });
  }
  return rows.sort((a, b) => ((a.at ?? '9') < (b.at ?? '9') ? -1 : (a.at ?? '9') > (b.at ?? '9') ? 1 : 0));
}

/** The cover as spans of time, for the band beside the line. */
export function coverSpans({ hold, ledger }: BookingState): CoverSpan[] {
  if (!hold) return [];
  const over = ledger.closedOut ?? ledger.cancelled;
  const past = ledger.authorisations
    .filter((held) => held.state !== 'inForce')
    .map((held): CoverSpan => ({ from: held.placedAt, until: held.endedAt ?? held.expires, state: 'over' }));
  if (over || ledger.lapsed) return past;
  const until = hold.gap?.from ?? hold.until;
  if (hold.inForce) past.push({ from: hold.inForce.placedAt, until, state: 'inForce' });
  else if (!hold.gap && (hold.state === 'planned' || hold.state === 'asked'))
    past.push({ from: hold.from, until: hold.until, state: 'planned' });
  if (hold.gap) past.push({ ...hold.gap, state: 'gap' });
  return past;
}
