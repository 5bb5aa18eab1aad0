import { SaveAgreement } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveAgreement, ({ app }) => app.saveAgreement);
