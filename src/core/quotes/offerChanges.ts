import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { type Offer, offerPrice, presetChoice } from '#core/quotes/offer';
import { standingOfOffer } from '#core/quotes/signedDocument';
import { sameValue } from '#core/sameValue';
import { longUntil } from '#core/wording/days';
import { changeSentences } from '#core/wording/changeSentences';

/** What one offer says otherwise than an earlier one, in sentences that the client reads before signing. */
export function offerChanges(before: Offer, after: Offer, now: Instant): string[] {
  const sentences: string[] = [];
  const was = standingOfOffer(before, presetChoice(before), now);
  const is = standingOfOffer(after, presetChoice(after), now);
  if (before.title !== after.title) sentences.push(`It is now: ${after.title}.`);
  if (was.ok && is.ok && before.currency === after.currency) sentences.push(...changeSentences(was.value, is.value));
  const total = (offer: Offer): string => formatMoney(offerPrice(offer, presetChoice(offer)).total, offer.currency);
  const priceSaid = sentences.some((sentence) => sentence.startsWith('The price is'));
  if (!priceSaid && !sameValue(before.price, after.price))
    sentences.push(`The lines of the price have changed; it is ${total(after)}.`);
  for (const extra of after.extras) {
    const old = before.extras.find(({ id }) => id === extra.id);
    if (!old) sentences.push(`New extra: ${extra.label}.`);
    else if (!sameValue(old, extra)) sentences.push(`The extra “${extra.label}” has changed.`);
  }
  for (const old of before.extras) {
    if (!after.extras.some(({ id }) => id === old.id)) sentences.push(`The extra “${old.label}” is no longer offered.`);
  }
  if (!sameValue(before.agreement, after.agreement)) sentences.push('The text of the agreement has changed.');
  if (before.note !== after.note || before.included !== after.included)
    sentences.push('What is written to you has changed.');
  if (before.settling !== after.settling) sentences.push('How it is paid has changed.');
  if (before.expiresAt !== after.expiresAt && after.expiresAt)
    sentences.push(
      `The offer stands until ${longUntil(after.expiresAt, after.timeZone, localDate(now, after.timeZone))}.`,
    );
  return sentences;
}
