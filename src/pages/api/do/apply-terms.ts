import { ApplyTerms } from '#contracts/terms';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(ApplyTerms, ({ app }) => app.applyTerms);
