import { SaveQuote } from '#contracts/quotes/quotes';
import { saveQuote } from '#contracts/routes/quotes/saveQuote';
import { served, sizes } from '#contracts/routes/served';

export const saveQuoteServed = served(saveQuote, {
  in: SaveQuote,
  right: 'quotes:write',
  limits: { bytes: sizes.text },
});
