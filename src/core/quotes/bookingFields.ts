import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { AgreementFieldName } from '#core/quotes/fieldNames';
import { longDate, longWall } from '#core/wording/days';
import type { FieldValue } from '#core/wording/fields';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { planSentences } from '#core/wording/sentences';

export type QuoteParty = { readonly businessName: string; readonly number: string };
/** Whom an agreement is with, and about what. */
export type AgreementAbout = {
  readonly clientName: string;
  readonly clientEmail: string;
  readonly title: string;
  readonly reference: string;
};

/** What an agreement's fields say of this booking, as it would stand if it were agreed now. */
export function bookingFields(
  about: AgreementAbout,
  { businessName, number }: QuoteParty,
  bookingState: BookingState,
): Record<AgreementFieldName, FieldValue> {
  const { agreed, position, asOf } = bookingState;
  const today = localDate(asOf, agreed.timeZone);
  return {
    business: businessName,
    'client name': about.clientName,
    'client e-mail': about.clientEmail,
    service: about.title,
    begins: longWall(agreed.start, today),
    ends: longWall(agreed.end, today),
    price: formatMoney(agreed.total, agreed.currency),
    'due today': formatMoney(position.dueNow, agreed.currency),
    'what happens when': planSentences(bookingState),
    'if the client cancels': cancellationSentences(bookingState),
    today: longDate(today, today),
    'quote number': number,
    reference: about.reference,
  };
}
