import { CheckOut } from '#contracts/checkout/checkout';
import { checkOut } from '#contracts/routes/checkout/checkOut';
import { served, sizes } from '#contracts/routes/served';

export const checkOutServed = served(checkOut, { in: CheckOut, right: 'anybody', limits: { bytes: sizes.cart } });
