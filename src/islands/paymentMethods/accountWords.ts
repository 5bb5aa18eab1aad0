import type { AccountLine, ProviderLine, PaymentMethodsView } from '#contracts/paymentMethods/views';
import { formatMoney, formatPercent } from '#core/money/formatMoney';

import { longDate } from '#core/wording/days';
import { localDate } from '#core/calendar/zoned';
import { otherCurrencies } from '#core/paymentMethods/ways';
import type { PlainDate } from '#core/calendar/days';

export const wayOf = { card: 'cards online', debit: 'bank debit', reader: 'cards at the counter' } as const;

/** What a processor can do, and what it takes for that. */
export function abilityWords(provider: ProviderLine, currency: string): string {
  const { way, validHours, captures, settleDays, fee } = provider;
  const fixed = fee.fixed > 0 ? ` and ${formatMoney(fee.fixed, currency)}` : '';
  const held =
    way === 'card'
      ? [
          `holds last ${validHours / 24} days`,
          captures === 'one' ? 'are captured once' : 'can be captured several times',
        ]
      : [];
  const settles = settleDays > 0 ? [`counts after ${settleDays} days, and may come back`] : [];
  return [`${formatPercent(fee.percent)}${fixed} a payment`, ...held, ...settles].join(', ');
}

/** Services that an account of this currency cannot take, said before it is connected. */
export function mismatchWords(currency: string, services: PaymentMethodsView['services']): string | null {
  const others = otherCurrencies(currency, services);
  if (services.length > 0 && others.length === services.length)
    return `No service is sold in ${currency}: nothing could be paid with this account.`;
  if (others.length === 0) return null;
  const named = others.slice(0, 3).map(({ name, currency: own }) => `${name} (${own})`);
  const more = others.length > 3 ? ` and ${others.length - 3} more` : '';
  return `Cannot take what is sold in another currency: ${named.join(', ')}${more}.`;
}

/** Currencies that are sold in and that no account takes online. */
export function uncovered({
  accounts,
  services,
}: Pick<PaymentMethodsView, 'accounts' | 'services'>): readonly string[] {
  const taken = new Set(
    accounts.filter(({ offered, way }) => offered && way !== 'reader').map((each) => each.currency),
  );
  return [...new Set(services.map(({ currency }) => currency))].filter((currency) => !taken.has(currency));
}

export type AccountState = { readonly tone: 'good' | 'quiet' | 'bad'; readonly words: string };

/** How an account stands: whether clients are offered it, and until when it may be used. */
export function accountState(account: AccountLine, now: AccountLine['accessUntil'], zone: string): AccountState {
  const { disconnected, accessUntil, failedAt, offered } = account;
  const today = localDate(now, zone) as PlainDate;
  const until = longDate(localDate(accessUntil, zone), today);
  if (disconnected) return { tone: 'quiet', words: 'disconnected; money can still go back over it' };
  if (accessUntil <= now) return { tone: 'bad', words: `its access ran out on ${until}; connect it again` };
  if (failedAt)
    return { tone: 'bad', words: `its access is not renewed and ends on ${until}; connect it again before` };
  if (!offered) return { tone: 'quiet', words: 'not offered while a live account is connected' };
  return { tone: 'good', words: `in use, access to ${until}, renewed by itself` };
}
