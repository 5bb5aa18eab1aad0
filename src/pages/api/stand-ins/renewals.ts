import { SteerRenewals } from '#contracts/ways';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SteerRenewals, ({ app }) => app.steerRenewals);
