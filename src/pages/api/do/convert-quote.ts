import { ConvertQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(ConvertQuote, ({ app }) => app.convertQuote);
