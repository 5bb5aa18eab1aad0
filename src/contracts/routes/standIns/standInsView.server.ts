import { served } from '#contracts/routes/served';
import { standInsView } from '#contracts/routes/standIns/standInsView';
import { z } from 'zod';

export const standInsViewServed = served(standInsView, {
  in: z.object({ mail: z.string().max(200).catch('') }),
  right: 'stand-ins',
});
