import { OnQuote } from '#contracts/quotes/quotes';
import { renewQuote } from '#contracts/routes/quotes/renewQuote';
import { served } from '#contracts/routes/served';

export const renewQuoteServed = served(renewQuote, { in: OnQuote, right: 'quotes:write' });
