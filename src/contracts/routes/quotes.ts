import type {
  AnswerQuestion,
  ConvertQuote,
  NewQuote,
  OnQuote,
  SaveQuote,
  SaveTemplate,
  SendQuote,
  SignByBusiness,
} from '#contracts/quotes/quotes';
import type { QuotesQuery } from '#contracts/quotes/quotesQuery';
import type { QuoteView, QuotesView } from '#contracts/quotes/views';
import type { Acceptance, BookingCode, SigningCode } from '#contracts/routes/quotePage';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const answerQuestion = route<
  z.input<typeof AnswerQuestion>,
  null,
  'quote_not_found' | 'quote_edited' | 'no_question'
>('/api/quotes/answer-question');

export const convertQuote = route<
  z.input<typeof ConvertQuote>,
  Acceptance,
  BookingCode | 'quote_not_found' | 'quote_edited' | 'quote_has_gaps' | 'quote_over' | 'extra_out_of_limits'
>('/api/quotes/convert');

export const copyQuoteLink = route<
  z.input<typeof OnQuote>,
  { readonly url: string },
  'quote_not_found' | 'quote_edited' | 'quote_over'
>('/api/quotes/copy-link');

export const createQuote = route<
  z.input<typeof NewQuote>,
  { readonly id: string; readonly number: string },
  'client_not_found' | 'booking_not_found' | 'quote_not_found' | 'template_not_found'
>('/api/quotes/create');

export const quoteView = view<{ readonly number: string }, QuoteView>('/api/quote/:number');

export const quotesList = view<z.input<typeof QuotesQuery>, QuotesView>('/api/quotes');

export const renewQuote = route<
  z.input<typeof OnQuote>,
  { readonly expiresAt: string | null },
  'quote_not_found' | 'quote_edited' | 'quote_has_gaps' | 'quote_over'
>('/api/quotes/renew');

export const saveQuote = route<
  z.input<typeof SaveQuote>,
  { readonly edition: number },
  'quote_not_found' | 'quote_edited' | 'quote_over'
>('/api/quotes/save');

export const saveTemplate = route<
  z.input<typeof SaveTemplate>,
  { readonly id: string; readonly edition: number },
  'template_not_found' | 'template_changed'
>('/api/quotes/save-template');

export const sendQuote = route<
  z.input<typeof SendQuote>,
  { readonly url: string | null },
  'quote_not_found' | 'quote_edited' | 'quote_has_gaps' | 'quote_over'
>('/api/quotes/send');

export const signByBusiness = route<
  z.input<typeof SignByBusiness>,
  Acceptance,
  BookingCode | SigningCode | 'quote_not_found' | 'quote_edited' | 'quote_has_gaps'
>('/api/quotes/sign');

export const withdrawQuote = route<z.input<typeof OnQuote>, null, 'quote_not_found' | 'quote_edited' | 'quote_over'>(
  '/api/quotes/withdraw',
);
