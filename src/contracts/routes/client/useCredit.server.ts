import { UseCredit } from '#contracts/credit/credit';
import { useCredit } from '#contracts/routes/client/useCredit';
import { served } from '#contracts/routes/served';

export const useCreditServed = served(useCredit, { in: UseCredit, right: 'client' });
