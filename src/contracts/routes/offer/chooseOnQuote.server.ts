import { ChooseOnQuote } from '#contracts/quotes';
import { chooseOnQuote } from '#contracts/routes/offer/chooseOnQuote';
import { served } from '#contracts/routes/served';

export const chooseOnQuoteServed = served(chooseOnQuote, { in: ChooseOnQuote, right: 'anybody' });
