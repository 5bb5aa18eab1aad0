import { WriteOnQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(WriteOnQuote, ({ app }) => app.writeOnQuote);
