import { PayByClient } from '#contracts/clientPage/client';
import { pay } from '#contracts/routes/client/pay';
import { served } from '#contracts/routes/served';

export const payServed = served(pay, { in: PayByClient, right: 'link' });
