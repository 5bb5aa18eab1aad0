import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { Example } from '#core/terms/example';
import type { TermsFault, TermsWarning } from '#core/terms/warnings';
import { dateOf } from '#core/calendar/wallTime';
import { offsetWords } from '#core/wording/offsetWords';
import { longDate, shortDate } from '#core/wording/days';
import { times } from '#core/wording/times';

/** A warning in words, on the example that it was found on. */
export function warningWords(warning: TermsWarning, example: Example): string {
  const { currency, timeZone } = example;
  const today = dateOf(example.agreed);
  switch (warning.kind) {
    case 'calendarDate':
      return `“${warning.name}” is due on ${longDate(warning.date, today)} whatever the booking's dates are. Terms are shared: is that day right for all of them?`;
    case 'renewals':
      return `On this example the hold is renewed ${times(warning.count)}. Each renewal can be refused${warning.swap ? ', and a refused one leaves nothing held' : '; the old authorisation then ends early'}.`;
    case 'dueAfterService':
      return `“${warning.name}” is due after the service, when there is nothing left to withhold.`;
    case 'keepAboveInHand':
      return `Cancelled from ${shortDate(localDate(warning.from, timeZone), today)} on, ${formatMoney(warning.keep, currency)} would be kept with only ${formatMoney(warning.inHand, currency)} in hand: the rest must be asked for.`;
    case 'noTiers':
      return 'Without cancellation steps the whole price stays due, however early a client cancels.';
    case 'swap':
      return 'The old authorisation is let go before the new one stands: a refusal leaves nothing held.';
    case 'feeBanned':
      return `A fee for cards must not be passed on to consumers in ${warning.country}.`;
    case 'noCardYet':
      return `Nothing is paid by card at agreement, so there may be no card for: ${warning.names.join(', ')}. Ask for a card on file.`;
    case 'coverShort':
      return `The hold is kept ${offsetWords({ hours: warning.hours })} after the end; looking at what came back and the client’s answer take ${offsetWords({ hours: warning.needed })}. A claim that is said in time keeps it longer; one that is said later finds nothing held.`;
    case 'holdAbovePrice':
      return `The hold of ${formatMoney(warning.amount, currency)} is more than the price.`;
  }
}

/** Why terms give no plan, in words. */
export function faultWords(fault: TermsFault, currency: string): string {
  switch (fault.code) {
    case 'no_instalments':
      return 'There is no instalment yet.';
    case 'terms_do_not_add_up':
      return `At a price of ${formatMoney(fault.price, currency)} a part is left that no instalment takes. Let one of them take the rest.`;
    case 'hold_has_no_length':
      return 'For a short service the hold would end before it begins.';
    case 'hold_margin_too_long':
      return 'The hold would be renewed before it is placed: the time before it runs out must be shorter than an authorisation lasts.';
  }
}
