import { SaveTemplate } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveTemplate, ({ app }) => app.saveTemplate);
