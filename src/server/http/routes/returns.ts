import { broughtBackServed, notBackServed } from '#contracts/routes/returns.server';
import { type ServedRoute, serve } from '#server/http/serve';
import { broughtBack, notBack } from '#server/usecases/returns/returns';

export const returnsRoutes: readonly ServedRoute[] = [
  serve(broughtBackServed, broughtBack),
  serve(notBackServed, notBack),
];
