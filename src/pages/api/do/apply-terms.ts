import { ApplyTerms } from '#contracts/terms';
import { refundEndpoint } from '#server/http/proof';

export const POST = refundEndpoint(ApplyTerms, ({ app }) => app.applyTerms);
