import { AcceptQuote } from '#contracts/quotes/quotes';
import { acceptQuote } from '#contracts/routes/offer/acceptQuote';
import { served, sizes } from '#contracts/routes/served';

export const acceptQuoteServed = served(acceptQuote, {
  in: AcceptQuote,
  right: 'anybody',
  limits: { bytes: sizes.drawing },
});
