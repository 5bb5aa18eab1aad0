import { NewQuote } from '#contracts/quotes/quotes';
import { createQuote } from '#contracts/routes/quotes/createQuote';
import { served, sizes } from '#contracts/routes/served';

export const createQuoteServed = served(createQuote, {
  in: NewQuote,
  right: 'quotes:write',
  limits: { bytes: sizes.text },
});
