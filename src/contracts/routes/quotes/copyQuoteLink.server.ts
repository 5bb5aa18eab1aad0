import { OnQuote } from '#contracts/quotes/quotes';
import { copyQuoteLink } from '#contracts/routes/quotes/copyQuoteLink';
import { served } from '#contracts/routes/served';

export const copyQuoteLinkServed = served(copyQuoteLink, {
  in: OnQuote,
  right: 'quotes:write',
});
