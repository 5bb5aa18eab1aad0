import {
  answerDisputeServed,
  disputeViewServed,
  disputesViewServed,
  giveInDisputeServed,
} from '#contracts/routes/disputes.server';
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
