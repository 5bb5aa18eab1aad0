import { served } from '#contracts/routes/served';
import { servicesView } from '#contracts/routes/services/servicesView';
import { z } from 'zod';

export const servicesViewServed = served(servicesView, { in: z.object({}), right: 'business:see' });
