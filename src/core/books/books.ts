import type { ClaimKind } from '#core/claims/said';
import type { PlainDate } from '#core/calendar/days';

/** When tax on what is paid before the service becomes payable. */
export const taxMoments = ['delivery', 'receipt'] as const;
export type TaxMoment = (typeof taxMoments)[number];
/** The tax within a kept sum or claim: none, that of a code, or as it was in the price. */
export type KeptTax =
  { readonly kind: 'none' } | { readonly kind: 'code'; readonly code: string } | { readonly kind: 'price' };
export type ClaimTax = Exclude<KeptTax, { kind: 'price' }>;

/** How this business's books are kept, as its owner set it (docs/rules/documents.md). */
export type Books = {
  /** From which day on tax becomes payable when; earliest first. Before the first of them, with the delivery. */
  readonly taxAt: readonly { readonly from: PlainDate; readonly at: TaxMoment }[];
  readonly kept: { readonly cancelled: KeptTax; readonly noShow: KeptTax };
  readonly claims: Readonly<Record<ClaimKind, ClaimTax>>;
  readonly tips: 'business' | 'staff';
};

const none = { kind: 'none' } as const;
export const usualBooks: Books = {
  taxAt: [],
  kept: { cancelled: none, noShow: none },
  claims: { damage: none, late: none, refill: none, other: none },
  tips: 'business',
};

export const taxMomentOn = ({ taxAt }: Pick<Books, 'taxAt'>, day: PlainDate): TaxMoment =>
  taxAt.findLast(({ from }) => from <= day)?.at ?? 'delivery';

/** The setting with another moment from a day on: what was set for that day and later gives way. */
export const taxMomentFrom = ({ taxAt }: Pick<Books, 'taxAt'>, from: PlainDate, at: TaxMoment): Books['taxAt'] => [
  ...taxAt.filter((each) => each.from < from),
  { from, at },
];
