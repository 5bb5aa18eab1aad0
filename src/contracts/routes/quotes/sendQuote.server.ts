import { SendQuote } from '#contracts/quotes/quotes';
import { sendQuote } from '#contracts/routes/quotes/sendQuote';
import { served } from '#contracts/routes/served';

export const sendQuoteServed = served(sendQuote, { in: SendQuote, right: 'quotes:write' });
