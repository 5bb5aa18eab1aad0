import { served } from '#contracts/routes/served';
import { steerRenewals } from '#contracts/routes/standIns/steerRenewals';
import { SteerRenewals } from '#contracts/paymentMethods/paymentMethods';

export const steerRenewalsServed = served(steerRenewals, { in: SteerRenewals, right: 'stand-ins' });
