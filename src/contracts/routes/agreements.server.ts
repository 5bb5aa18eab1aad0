import { SaveAgreement } from '#contracts/quotes/quotes';
import { agreementSample, saveAgreement } from '#contracts/routes/agreements';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const agreementSampleServed = served(agreementSample, {
  in: z.object({ number: z.string().min(1).max(20) }),
  right: 'quotes:write',
});

export const saveAgreementServed = served(saveAgreement, {
  in: SaveAgreement,
  right: 'quotes:write',
  limits: { bytes: sizes.text },
});
