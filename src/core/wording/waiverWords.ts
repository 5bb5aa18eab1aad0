import { formatMoney } from '#core/money/formatMoney';
import type { Waiver } from '#core/catalogue/service';

/** What an extra that is a damage waiver changes, as the client reads it before choosing it. */
export const waiverWords = ({ hold, most }: Waiver, currency: string): string =>
  `With it ${hold === 0 ? 'nothing' : `at most ${formatMoney(hold, currency)}`} is set aside, and ${
    most === 0 ? 'nothing' : `at most ${formatMoney(most, currency)}`
  } can be claimed for damage or loss.`;
