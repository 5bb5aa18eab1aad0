import { markReturnedServed, markMissingServed } from '#contracts/routes/returns.server';
import { type ServedRoute, serve } from '#server/http/serve';
import { markReturned, markMissing } from '#server/usecases/returns/returns';

export const returnsRoutes: readonly ServedRoute[] = [
  serve(markReturnedServed, markReturned),
  serve(markMissingServed, markMissing),
];
