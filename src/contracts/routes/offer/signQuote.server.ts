import { SignQuote } from '#contracts/quotes/quotes';
import { signQuote } from '#contracts/routes/offer/signQuote';
import { served, sizes } from '#contracts/routes/served';

export const signQuoteServed = served(signQuote, { in: SignQuote, right: 'anybody', limits: { bytes: sizes.drawing } });
