import { ConvertQuote } from '#contracts/quotes/quotes';
import { convertQuote } from '#contracts/routes/quotes/convertQuote';
import { served } from '#contracts/routes/served';

export const convertQuoteServed = served(convertQuote, {
  in: ConvertQuote,
  right: 'quotes:write',
});
