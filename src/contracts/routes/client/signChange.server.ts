import { SignQuote } from '#contracts/quotes/quotes';
import { signChange } from '#contracts/routes/client/signChange';
import { served, sizes } from '#contracts/routes/served';

export const signChangeServed = served(signChange, { in: SignQuote, right: 'link', limits: { bytes: sizes.drawing } });
