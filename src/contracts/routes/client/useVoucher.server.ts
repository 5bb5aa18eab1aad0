import { UseVoucher } from '#contracts/credit/credit';
import { useVoucher } from '#contracts/routes/client/useVoucher';
import { served } from '#contracts/routes/served';

export const useVoucherServed = served(useVoucher, { in: UseVoucher, right: 'link' });
