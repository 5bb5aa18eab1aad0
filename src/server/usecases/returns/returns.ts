import type { MarkReturned, OnlyBooking } from '#contracts/claims/after';
import { instantOfWall } from '#core/calendar/zoned';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import type { Deps } from '#server/deps';

export type BroughtBackRefusal =
  NotFound | { readonly code: 'not_begun' | 'in_future' | 'booking_over'; readonly path?: 'moment' };

/** What went out is back, with its moment; said again, the later word counts. */
export const markReturned =
  (deps: Deps) =>
  ({ bookingId, moment }: MarkReturned): Promise<Result<null, BroughtBackRefusal>> =>
    onBooking<null, BroughtBackRefusal>(deps, bookingId, async ({ tx, loaded, bookingState, now }) => {
      const { ledger, startAt, agreed } = bookingState;
      if (ledger.cancelled || ledger.lapsed || ledger.closedOut) return refuse({ code: 'booking_over' });
      const at = moment === null ? now : instantOfWall(moment, agreed.timeZone);
      if (at < startAt) return refuse({ code: 'not_begun', path: 'moment' });
      if (at > now) return refuse({ code: 'in_future', path: 'moment' });
      if (ledger.after.back === at) return ok(null);
      await recordFacts(tx, loaded, [{ kind: 'broughtBack', at: now, moment: at }], now);
      return ok(null);
    });

export type NotBackRefusal = NotFound | { readonly code: 'not_over_yet' | 'booking_over' };

/** It has not come back: its cover goes on, and Today keeps saying so. Takes a mistaken "back" back as well. */
export const markMissing =
  (deps: Deps) =>
  ({ bookingId }: OnlyBooking): Promise<Result<null, NotBackRefusal>> =>
    onBooking<null, NotBackRefusal>(deps, bookingId, async ({ tx, loaded, bookingState, now }) => {
      const { ledger, endAt } = bookingState;
      if (ledger.cancelled || ledger.lapsed || ledger.closedOut) return refuse({ code: 'booking_over' });
      if (now < endAt && ledger.after.back === null) return refuse({ code: 'not_over_yet' });
      if (ledger.after.notBack) return ok(null);
      await recordFacts(tx, loaded, [{ kind: 'notBack', at: now }], now);
      return ok(null);
    });
