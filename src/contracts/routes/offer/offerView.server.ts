import { offerView } from '#contracts/routes/offer/offerView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const offerViewServed = served(offerView, { in: z.object({ link: z.string().max(100) }), right: 'anybody' });
