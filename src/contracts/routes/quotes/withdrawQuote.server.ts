import { OnQuote } from '#contracts/quotes/quotes';
import { withdrawQuote } from '#contracts/routes/quotes/withdrawQuote';
import { served } from '#contracts/routes/served';

export const withdrawQuoteServed = served(withdrawQuote, {
  in: OnQuote,
  right: 'quotes:write',
});
