import { SellVoucher } from '#contracts/credit';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SellVoucher, ({ app }) => app.sellVoucher);
