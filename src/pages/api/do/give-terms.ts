import { GiveTerms } from '#contracts/terms';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(GiveTerms, ({ app }) => app.giveTerms);
