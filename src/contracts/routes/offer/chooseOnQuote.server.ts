import { ChooseOnQuote } from '#contracts/quotes/quotes';
import { chooseOnQuote } from '#contracts/routes/offer/chooseOnQuote';
import { served } from '#contracts/routes/served';

export const chooseOnQuoteServed = served(chooseOnQuote, { in: ChooseOnQuote, right: 'anybody' });
