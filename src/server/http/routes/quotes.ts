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
import { agreementSampleServed, saveAgreementServed } from '#contracts/routes/agreements.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const quotesRoutes: readonly ServedRoute[] = [
  serve(createQuoteServed, ({ app }) => app.createQuote),
  serve(saveQuoteServed, ({ app }) => app.saveQuote),
  serve(sendQuoteServed, ({ app }) => app.sendQuote),
  serve(renewQuoteServed, ({ app }) => app.renewQuote),
  serve(copyQuoteLinkServed, ({ app }) => app.copyQuoteLink),
  serve(withdrawQuoteServed, ({ app }) => app.withdrawQuote),
  serve(answerQuestionServed, ({ app }) => app.answerQuestion),
  serve(convertQuoteServed, ({ app }) => app.convertQuote),
  serve(
    signByBusinessServed,
    ({ app, address: origin }) =>
      (request) =>
        app.signByBusiness({ ...request, origin }),
  ),
  serve(saveTemplateServed, ({ app }) => app.saveTemplate),
  serve(saveAgreementServed, ({ app }) => app.saveAgreement),
  serveView(quotesListServed, ({ app }) => app.queries.quotes),
  serveView(
    agreementSampleServed,
    ({ app }) =>
      ({ number }) =>
        app.queries.agreementSample(number),
  ),
  serveView(
    quoteViewServed,
    ({ app }) =>
      ({ number }) =>
        app.queries.quote(number),
  ),
];
