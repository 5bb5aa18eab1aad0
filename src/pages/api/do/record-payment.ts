import { RecordPayment } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(RecordPayment, ({ app }) => app.recordPayment);
