import type { Minor } from '#core/money/minor';

/** Whether clients who book are asked for a telephone number. */
export type AskedPhone = 'off' | 'wished' | 'needed';

/** Vouchers that clients buy by themselves: from and up to which sum, and for how many months they are good. */
export type SoldVouchers = { readonly least: Minor; readonly most: Minor; readonly months: number | null };

/** What the booking page says, asks and sells besides the services on it. */
export type PageSettings = {
  /** Stands above what can be booked. */
  readonly note: string;
  readonly phone: AskedPhone;
  /** Null: none are sold there. */
  readonly vouchers: SoldVouchers | null;
  /** What is left of a voucher on the day that it expires: still owed, where nothing is said, or the business's. */
  readonly expired?: 'owed' | 'income' | undefined;
};
export const usualPage: PageSettings = { note: '', phone: 'off', vouchers: null };
