import type { orderVoucher } from '#contracts/routes/checkout';
import type { CodeOf } from '#contracts/routes/route';
import { harmless, sayWith, type Sentences, sumIn } from '#islands/format/say';

const sentences: Sentences<CodeOf<typeof orderVoucher>> = {
  vouchers_not_sold: 'No vouchers are sold here at present.',
  voucher_too_small: (detail, currency) => `At least ${sumIn(detail, 'limit', currency)}.`,
  voucher_too_large: (detail, currency) => `At most ${sumIn(detail, 'limit', currency)}.`,
  day_over: 'This day is over.',
  day_too_far: 'At most a year ahead.',
  way_not_offered: 'Vouchers cannot be paid online at present. Write to us.',
  too_many_carts: 'Several orders were begun from here. Pay for one of them, or try again in a while.',
};

/** What went wrong with the order of a voucher, as its buyer reads it. */
export const voucherProblem = sayWith(
  sentences,
  harmless('Nothing was charged, and what you typed is kept', 'press the button again'),
);
