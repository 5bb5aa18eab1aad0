import { agreementSample } from '#contracts/routes/quotes/agreementSample';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const agreementSampleServed = served(agreementSample, {
  in: z.object({ number: z.string().min(1).max(20) }),
  right: 'quotes:write',
});
