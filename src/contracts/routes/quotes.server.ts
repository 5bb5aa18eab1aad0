import {
  AnswerQuestion,
  ConvertQuote,
  NewQuote,
  OnQuote,
  SaveQuote,
  SaveTemplate,
  SendQuote,
  SignByBusiness,
} from '#contracts/quotes/quotes';
import { QuotesQuery } from '#contracts/quotes/quotesQuery';
import {
  answerQuestion,
  convertQuote,
  copyQuoteLink,
  createQuote,
  quoteView,
  quotesList,
  renewQuote,
  saveQuote,
  saveTemplate,
  sendQuote,
  signByBusiness,
  withdrawQuote,
} from '#contracts/routes/quotes';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const answerQuestionServed = served(answerQuestion, {
  in: AnswerQuestion,
  right: 'quotes:write',
});

export const convertQuoteServed = served(convertQuote, {
  in: ConvertQuote,
  right: 'quotes:write',
});

export const copyQuoteLinkServed = served(copyQuoteLink, {
  in: OnQuote,
  right: 'quotes:write',
});

export const createQuoteServed = served(createQuote, {
  in: NewQuote,
  right: 'quotes:write',
  limits: { bytes: sizes.text },
});

export const quoteViewServed = served(quoteView, { in: z.object({ number: z.string().max(20) }), right: 'quotes:see' });

export const quotesListServed = served(quotesList, { in: QuotesQuery, right: 'quotes:see' });

export const renewQuoteServed = served(renewQuote, { in: OnQuote, right: 'quotes:write' });

export const saveQuoteServed = served(saveQuote, {
  in: SaveQuote,
  right: 'quotes:write',
  limits: { bytes: sizes.text },
});

export const saveTemplateServed = served(saveTemplate, {
  in: SaveTemplate,
  right: 'quotes:write',
  limits: { bytes: sizes.text },
});

export const sendQuoteServed = served(sendQuote, { in: SendQuote, right: 'quotes:write' });

export const signByBusinessServed = served(signByBusiness, {
  in: SignByBusiness,
  right: 'quotes:write',
  limits: { bytes: sizes.drawing },
});

export const withdrawQuoteServed = served(withdrawQuote, {
  in: OnQuote,
  right: 'quotes:write',
});
