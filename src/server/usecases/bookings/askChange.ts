import type { AskChange, PreviewMove } from '#contracts/clientPage/client';
import type { AnswerAsk } from '#contracts/bookings/owner';
import type { Fact } from '#core/bookings/facts';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { changeOf } from '#core/bookings/change';
import { movedDeal } from '#core/bookings/moved';
import { ok, refuse, type Result } from '#core/result';
import { changeSentences } from '#core/wording/changeSentences';
import { dealOf } from '#server/bookings/dealOf';
import { recordFacts } from '#server/bookings/record';
import type { RefundLimit } from '#core/payments/refundLimit';
import type { Deps } from '#server/deps';
import { isFreeFor } from '#server/bookings/isFreeFor';
import { cancelAs, type CancelRefusal } from '#server/usecases/bookings/cancelBooking';
import { type ChangeBookingRefusal, changeDeal } from '#server/usecases/bookings/changeDeal';
import { bookingOfLink } from '#server/links/clientLink';
import { type NotFound, onBooking, type OpenBooking } from '#server/unitOfWork/onBooking';

export type ChangeAskRefusal =
  | NotFound
  | { readonly code: 'link_unknown' | 'link_expired' | 'booking_over' | 'asked_already' }
  | { readonly code: 'too_soon' | 'nothing_changed' | 'place_taken'; readonly path: 'start' };

const isOpen = ({ bookingState: { stage } }: OpenBooking): boolean => stage === 'waiting' || stage === 'secured';

/** What is wrong with a new start; null where the client may ask for it. */
async function moveFault(open: OpenBooking, start: WallTime): Promise<ChangeAskRefusal | null> {
  const { tx, loaded, now } = open;
  const { booking } = loaded;
  if (instantOfWall(start, booking.timeZone) <= now) return { code: 'too_soon', path: 'start' };
  if (start === booking.startsAt) return { code: 'nothing_changed', path: 'start' };
  const { end } = movedDeal(dealOf(booking), start);
  return (await isFreeFor(tx, booking, { start, end })) ? null : { code: 'place_taken', path: 'start' };
}

async function onOwnLink<T>(
  deps: Deps,
  link: string,
  decide: (open: OpenBooking) => Promise<Result<T, ChangeAskRefusal>>,
): Promise<Result<T, ChangeAskRefusal>> {
  const opened = await bookingOfLink(deps.db, link, deps.clock.now());
  if ('fault' in opened) return refuse({ code: opened.fault });
  if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
  return onBooking<T, ChangeAskRefusal>(deps, opened.bookingId, decide);
}

/** What would change for the client with another start, before they ask for it. */
export const previewMove =
  (deps: Deps) =>
  ({ link, start }: PreviewMove): Promise<Result<{ sentences: readonly string[] }, ChangeAskRefusal>> =>
    onOwnLink<{ sentences: readonly string[] }>(deps, link, async (open) => {
      if (!isOpen(open)) return refuse({ code: 'booking_over' });
      const fault = await moveFault(open, start);
      if (fault) return refuse(fault);
      const { loaded, bookingState, now } = open;
      const before = dealOf(loaded.booking);
      const after = movedDeal(before, start);
      const about = { agreed: bookingState.agreed, facts: loaded.facts, now, before, after, giveBack: true };
      const change = changeOf({ ...about, by: 'client', key: 'preview', reason: 'change' });
      if (!change.ok) return refuse({ code: 'nothing_changed', path: 'start' });
      return ok({ sentences: changeSentences(change.value.before, change.value.after, [before, after]) });
    });

/** The client asks the owner; a cancellation that is agreed to later costs what it costs at this moment. */
export const askChange =
  (deps: Deps) =>
  ({ link, attempt, what, start, note }: AskChange): Promise<Result<{ asked: true }, ChangeAskRefusal>> =>
    onOwnLink<{ asked: true }>(deps, link, async (open) => {
      const { tx, loaded, bookingState, now } = open;
      if (loaded.facts.some((fact) => fact.kind === 'clientAsked' && fact.askId === attempt))
        return ok({ asked: true });
      if (!isOpen(open)) return refuse({ code: 'booking_over' });
      if (bookingState.ledger.asked) return refuse({ code: 'asked_already' });
      const moving = what === 'move' && start !== null;
      const fault = moving ? await moveFault(open, start) : null;
      if (fault) return refuse(fault);
      const to = moving ? { start, end: movedDeal(dealOf(loaded.booking), start).end } : {};
      const asked: Fact = { kind: 'clientAsked', at: now, askId: attempt, what, ...to, note };
      await recordFacts(tx, loaded, [asked], now);
      return ok({ asked: true });
    });

export type AnswerAskRefusal = NotFound | CancelRefusal | ChangeBookingRefusal | { readonly code: 'nothing_asked' };

/** The owner's answer: a yes cancels by the terms of the moment of asking, or moves it; the client is told either way. */
export const answerAsk =
  (deps: Deps) =>
  async (
    { bookingId, askId, yes, note }: AnswerAsk,
    limit: RefundLimit = null,
  ): Promise<Result<{ answered: true }, AnswerAskRefusal>> => {
    const answer = (record: boolean) =>
      onBooking<Fact & { kind: 'clientAsked' }, AnswerAskRefusal>(
        deps,
        bookingId,
        async ({ tx, loaded, bookingState, now }) => {
          const { asked } = bookingState.ledger;
          if (asked?.askId !== askId) return refuse({ code: 'nothing_asked' });
          if (record) await recordFacts(tx, loaded, [{ kind: 'askAnswered', at: now, askId, yes, note }], now);
          return ok(asked);
        },
      );
    const found = await answer(!yes);
    if (!found.ok) return found;
    const { what, start } = found.value;
    if (yes && what === 'cancel') {
      const done = await cancelAs(deps, { bookingId, by: 'client', limit }, ({ asked }) => asked);
      if (!done.ok) return done;
    }
    if (yes && what === 'move') {
      const change = { bookingId, key: `ask:${askId}`, seen: null, reason: 'change' as const, giveBack: true };
      const deal = (booking: Parameters<typeof dealOf>[0]) => movedDeal(dealOf(booking), start!);
      const done = await changeDeal(deps, { ...change, by: 'client', limit, deal });
      if (!done.ok) return done;
      // Recorded after the change, which a repeat finds by its key: nothing is answered that was not done.
      const recorded = await answer(true);
      if (!recorded.ok) return recorded;
    }
    return ok({ answered: true });
  };
