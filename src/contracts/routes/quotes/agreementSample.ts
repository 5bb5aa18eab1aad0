import type { AgreementSample } from '#contracts/quotes/views';
import { view } from '#contracts/routes/route';

export const agreementSample = view<{ readonly number: string }, AgreementSample>('/api/agreement-sample/:number');
