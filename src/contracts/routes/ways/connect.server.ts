import { served } from '#contracts/routes/served';
import { connect } from '#contracts/routes/ways/connect';
import { Connect } from '#contracts/paymentMethods/paymentMethods';

export const connectServed = served(connect, { in: Connect, right: 'accounts:connect' });
