import type { Agreed } from '#core/bookings/agreed';
import type { PlainDate } from '#core/calendar/days';
import { instantOfSeconds, type Instant } from '#core/calendar/instant';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { type Keep, keptAmount } from '#core/cancellation/keep';
import type { Deadline } from '#core/cancellation/notice';
import { type CancellationStretch, cancellationStretches } from '#core/cancellation/stretches';
import { formatMoney, formatPercent } from '#core/money/formatMoney';
import { withdrawalUntil } from '#core/cancellation/withdrawal';
import { longDate, longWall } from '#core/wording/days';

/** What a keep says where nothing has been received that it could mean. */
const sumOf = (keep: Keep, { total }: Agreed) => ('received' in keep ? null : keptAmount(keep, total, total));

function keepText(keep: Keep, agreed: Agreed): string {
  const amount = sumOf(keep, agreed);
  if (amount === null) return 'we keep what you have paid by then';
  if (amount === 0) return 'you get everything back';
  const share = 'percent' in keep ? `${formatPercent(keep.percent)} of the price, ` : '';
  return amount === agreed.total
    ? 'the whole price stays due'
    : `we keep ${share}${formatMoney(amount, agreed.currency)}`;
}

/** A keep with the least that is kept, where both are sums. */
function raised({ rule, keep }: CancellationStretch, agreed: Agreed): Keep {
  const { keepAtLeast } = agreed.terms.cancellation;
  if (rule === 'grace' || !keepAtLeast) return keep;
  const [own, least] = [sumOf(keep, agreed), sumOf(keepAtLeast, agreed)];
  return own !== null && least !== null && least > own ? keepAtLeast : keep;
}

const lastMoment = ({ day, last }: Deadline, zone: string, today: PlainDate): string =>
  day ? `the end of ${longDate(day, today)}` : longWall(wallOfInstant(instantOfSeconds(last), zone), today);

/**
 * What a cancellation by the client costs from a moment on, by the last day of each stretch: what holds at that moment
 * first, what is over left out.
 */
export function cancellationSentences({ agreed, asOf }: { readonly agreed: Agreed; readonly asOf: Instant }): string[] {
  const { timeZone } = agreed;
  const { cancellation } = agreed.terms;
  const today = localDate(asOf, timeZone);
  const told: { readonly text: string; readonly until: Deadline | null }[] = [];
  for (const stretch of cancellationStretches(agreed, cancellation, asOf)) {
    const text = keepText(raised(stretch, agreed), agreed);
    // Two rules that keep the same are one to whoever reads them.
    if (told.at(-1)?.text === text) told.pop();
    told.push({ text, until: stretch.until });
  }
  const sentences = told.map(({ text, until }, index) => {
    if (until) return `Until ${lastMoment(until, timeZone, today)}: ${text}.`;
    return index > 0 ? `After that ${text}.` : `${text[0]!.toUpperCase()}${text.slice(1)}.`;
  });
  const { keepAtLeast } = cancellation;
  const open = told.some(({ text }) => text === keepText({ received: true }, agreed));
  const unsaid = keepAtLeast && (open || sumOf(keepAtLeast, agreed) === null);
  const byLaw = withdrawalUntil(agreed);
  if (byLaw !== null && asOf < byLaw)
    sentences.unshift(
      `By law you can withdraw until ${longWall(wallOfInstant(byLaw, timeZone), today)}: you get everything back but for what was given by then.`,
    );
  return unsaid ? [...sentences, `Apart from second thoughts, ${keepText(keepAtLeast, agreed)} at least.`] : sentences;
}
