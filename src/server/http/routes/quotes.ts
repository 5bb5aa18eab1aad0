import {
  answerQuestionServed,
  convertQuoteServed,
  copyQuoteLinkServed,
  createQuoteServed,
  quoteViewServed,
  quotesListServed,
  renewQuoteServed,
  saveQuoteServed,
  saveTemplateServed,
  sendQuoteServed,
  signByBusinessServed,
  withdrawQuoteServed,
} from '#contracts/routes/quotes.server';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { convertQuote, signByBusiness } from '#server/usecases/quotes/acceptQuote';
import { createQuote } from '#server/usecases/quotes/createQuote';
import { saveTemplate } from '#server/usecases/quotes/quoteTemplates';
import { saveQuote } from '#server/usecases/quotes/saveQuote';
import { answerQuestion, copyQuoteLink, renewQuote, sendQuote, withdrawQuote } from '#server/usecases/quotes/sendQuote';

export const quotesRoutes: readonly ServedRoute[] = [
  serve(createQuoteServed, createQuote),
  serve(saveQuoteServed, saveQuote),
  serve(sendQuoteServed, sendQuote),
  serve(renewQuoteServed, renewQuote),
  serve(copyQuoteLinkServed, copyQuoteLink),
  serve(withdrawQuoteServed, withdrawQuote),
  serve(answerQuestionServed, answerQuestion),
  serve(convertQuoteServed, convertQuote),
  serveVisit(
    signByBusinessServed,
    ({ app, address: origin }) =>
      (request) =>
        signByBusiness(app.deps)({ ...request, origin }),
  ),
  serve(saveTemplateServed, saveTemplate),
  serveView(quotesListServed, ({ app }) => app.queries.quotes),
  serveView(
    quoteViewServed,
    ({ app }) =>
      ({ number }) =>
        app.queries.quote(number),
  ),
];
