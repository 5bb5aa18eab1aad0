import type { SaveAgreement } from '#contracts/quotes/quotes';
import type { AgreementSample } from '#contracts/quotes/views';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const agreementSample = view<{ readonly number: string }, AgreementSample>('/api/agreement-sample/:number');

export const saveAgreement = route<
  z.input<typeof SaveAgreement>,
  { readonly id: string; readonly edition: number },
  'agreement_not_found' | 'agreement_edited'
>('/api/quotes/save-agreement');
