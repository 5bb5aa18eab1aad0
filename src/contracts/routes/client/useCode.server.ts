import { UseCode } from '#contracts/clientPage/client';
import { useCode } from '#contracts/routes/client/useCode';
import { served } from '#contracts/routes/served';

export const useCodeServed = served(useCode, { in: UseCode, right: 'anybody' });
