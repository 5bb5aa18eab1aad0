import { SaveQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveQuote, ({ app }) => app.saveQuote);
