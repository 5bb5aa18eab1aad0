import { answerDisputeServed } from '#contracts/routes/disputes/answerDispute.server';
import { disputesViewServed } from '#contracts/routes/disputes/disputesView.server';
import { disputeViewServed } from '#contracts/routes/disputes/disputeView.server';
import { giveInDisputeServed } from '#contracts/routes/disputes/giveInDispute.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const disputeRoutes: readonly ServedRoute[] = [
  serve(answerDisputeServed, ({ app }) => app.answerDispute),
  serve(giveInDisputeServed, ({ app }) => app.giveInDispute),
  serveView(
    disputesViewServed,
    ({ app }) =>
      () =>
        app.queries.disputes(),
  ),
  serveView(
    disputeViewServed,
    ({ app }) =>
      ({ id }) =>
        app.queries.dispute(id),
  ),
];
