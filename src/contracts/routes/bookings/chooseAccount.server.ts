import { chooseAccount } from '#contracts/routes/bookings/chooseAccount';
import { served } from '#contracts/routes/served';
import { ChooseAccount } from '#contracts/paymentMethods/paymentMethods';

export const chooseAccountServed = served(chooseAccount, {
  in: ChooseAccount,
  right: 'bookings:change',
});
