import {
  clientWholeServed,
  clientsViewServed,
  eraseClientServed,
  knownClientsServed,
  saveBookingBillServed,
  saveClientServed,
} from '#contracts/routes/clients.server';
import { proven } from '#server/http/proof';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const clientsRoutes: readonly ServedRoute[] = [
  serveView(clientsViewServed, ({ app }) => app.books.clients),
  serveView(
    clientWholeServed,
    ({ app }) =>
      ({ id }) =>
        app.books.client(id),
  ),
  serveView(knownClientsServed, ({ app }) => async ({ search }) => ({ clients: await app.knownClients(search) })),
  serve(saveClientServed, ({ app }) => app.saveClient),
  serve(eraseClientServed, (visit) => proven(visit, visit.app.eraseClient)),
  serve(saveBookingBillServed, ({ app }) => app.saveBookingBill),
];
