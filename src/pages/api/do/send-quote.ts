import { SendQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SendQuote, ({ app }) => app.sendQuote);
