import { answerQuestionServed } from '#contracts/routes/quotes/answerQuestion.server';
import { convertQuoteServed } from '#contracts/routes/quotes/convertQuote.server';
import { copyQuoteLinkServed } from '#contracts/routes/quotes/copyQuoteLink.server';
import { createQuoteServed } from '#contracts/routes/quotes/createQuote.server';
import { agreementSampleServed } from '#contracts/routes/quotes/agreementSample.server';
import { quoteViewServed } from '#contracts/routes/quotes/quoteView.server';
import { quotesListServed } from '#contracts/routes/quotes/quotesList.server';
import { renewQuoteServed } from '#contracts/routes/quotes/renewQuote.server';
import { saveAgreementServed } from '#contracts/routes/quotes/saveAgreement.server';
import { saveQuoteServed } from '#contracts/routes/quotes/saveQuote.server';
import { saveTemplateServed } from '#contracts/routes/quotes/saveTemplate.server';
import { sendQuoteServed } from '#contracts/routes/quotes/sendQuote.server';
import { signByBusinessServed } from '#contracts/routes/quotes/signByBusiness.server';
import { withdrawQuoteServed } from '#contracts/routes/quotes/withdrawQuote.server';
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
