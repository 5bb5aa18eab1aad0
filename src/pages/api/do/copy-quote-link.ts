import { OnQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(OnQuote, ({ app }) => app.copyQuoteLink);
