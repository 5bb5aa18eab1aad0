import { ChooseOnQuote } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(ChooseOnQuote, ({ app }) => app.chooseOnQuote);
