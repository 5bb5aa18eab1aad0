import { NewQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(NewQuote, ({ app }) => app.createQuote);
