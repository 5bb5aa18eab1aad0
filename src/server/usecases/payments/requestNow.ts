import type { OnBooking } from '#contracts/bookings/owner';
import type { Occasion } from '#core/jobs/wantedJobs';
import { payable, type BookingState } from '#core/bookings/bookingState';
import { ok, refuse, type Result } from '#core/result';
import type { Deps } from '#server/deps';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import { writeMessage } from '#server/mail/letters/writeMessage';

export type AskRefusal = NotFound | { readonly code: 'nothing_due' | 'message_is_off' };

/** What it was asked by, and the letter, which can be called back while it waits. */
export type Asked = { readonly subject: Occasion; readonly messageId: string };

function occasionFor(bookingState: BookingState): Occasion | null {
  const { stage, position, ledger, hold } = bookingState;
  const { dueNow } = payable(bookingState);
  // What is on its way is not asked for again.
  if (stage === 'waiting' && (dueNow > 0 || bookingState.onTheWay === 0)) return 'request';
  const declined = ledger.chargeDeclines.at(-1);
  if (dueNow > 0) return declined && !declined.clientPresent ? 'declined' : position.late > 0 ? 'overdue' : 'ask';
  if (ledger.holdAsked) return 'confirmHold';
  return hold?.gap ? 'holdRefused' : null;
}

/** The owner asks the client by message for what is due, or for the card that a hold needs. */
export const requestNow =
  (deps: Deps) =>
  async ({ bookingId, requestKey }: OnBooking): Promise<Result<Asked, AskRefusal>> => {
    const result = await onBooking<Asked, AskRefusal>(deps, bookingId, async ({ tx, loaded, bookingState, now }) => {
      const occasion = occasionFor(bookingState);
      if (!occasion) return refuse({ code: 'nothing_due' });
      const due = bookingState.parts.find((part) => part.state === 'due' || part.state === 'late');
      const written = await writeMessage(tx, loaded, {
        id: deps.newId(),
        cause: `byHand:${requestKey}`,
        occasion,
        part: due?.index ?? null,
        now,
        waits: deps.undoSeconds,
      });
      return written === null ? refuse({ code: 'message_is_off' }) : ok({ subject: occasion, messageId: written });
    });
    deps.outbox.wake();
    return result;
  };
