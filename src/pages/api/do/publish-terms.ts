import { PublishTerms } from '#contracts/terms';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PublishTerms, ({ app }) => app.publishTerms);
