import { OrderVoucher } from '#contracts/credit/credit';
import { orderVoucher } from '#contracts/routes/checkout/orderVoucher';
import { served } from '#contracts/routes/served';

export const orderVoucherServed = served(orderVoucher, { in: OrderVoucher, right: 'anybody' });
