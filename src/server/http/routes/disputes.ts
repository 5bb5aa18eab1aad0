import {
  answerDisputeServed,
  disputeViewServed,
  disputesViewServed,
  concedeDisputeServed,
} from '#contracts/routes/disputes.server';
import { type ServedRoute, serve, serveView } from '#server/http/serve';
import { answerDispute, concedeDispute } from '#server/usecases/disputes/answerDispute';

export const disputesRoutes: readonly ServedRoute[] = [
  serve(answerDisputeServed, answerDispute),
  serve(concedeDisputeServed, concedeDispute),
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
