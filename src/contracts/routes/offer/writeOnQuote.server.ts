import { WriteOnQuote } from '#contracts/quotes/quotes';
import { writeOnQuote } from '#contracts/routes/offer/writeOnQuote';
import { served } from '#contracts/routes/served';

export const writeOnQuoteServed = served(writeOnQuote, { in: WriteOnQuote, right: 'anybody' });
