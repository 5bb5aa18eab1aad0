import {
  answerDisputeServed,
  disputeViewServed,
  disputesViewServed,
  giveInDisputeServed,
} from '#contracts/routes/disputes.server';
import { type ServedRoute, serve, serveView } from '#server/http/serve';
import { answerDispute, giveInDispute } from '#server/usecases/disputes/answerDispute';

export const disputesRoutes: readonly ServedRoute[] = [
  serve(answerDisputeServed, answerDispute),
  serve(giveInDisputeServed, giveInDispute),
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
