import type { CreateRequest, OnRequest, RecordRequestPayment } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const copyRequestLink = route<z.input<typeof OnRequest>, { readonly url: string }, 'request_not_found'>(
  '/api/credit/copy-request-link',
);

export const createRequest = route<
  z.input<typeof CreateRequest>,
  { readonly id: string; readonly number: string; readonly url: string | null; readonly messageId: string | null },
  | 'tax_unknown'
  | 'nothing_to_ask_for'
  | 'smallest_above_sum'
  | 'file_not_found'
  | 'booking_not_found'
  | 'document_data_missing'
>('/api/credit/create-request');

export const invoiceRequest = route<
  z.input<typeof OnRequest>,
  null,
  'request_not_found' | 'nothing_to_invoice' | 'document_data_missing'
>('/api/credit/invoice-request');

export const recordRequestPayment = route<
  z.input<typeof RecordRequestPayment>,
  null,
  | 'request_not_found'
  | 'request_over'
  | 'request_paid'
  | 'not_the_sum'
  | 'amount_too_small'
  | 'tip_not_taken'
  | 'request_being_paid'
>('/api/credit/record-request-payment');

export const sendRequest = route<z.input<typeof OnRequest>, { readonly messageId: string | null }, 'request_not_found'>(
  '/api/credit/send-request',
);

export const withdrawRequest = route<
  z.input<typeof OnRequest>,
  { readonly withdrawn: true },
  'request_not_found' | 'request_being_paid'
>('/api/credit/withdraw-request');
