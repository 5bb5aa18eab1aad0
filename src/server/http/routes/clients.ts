import {
  clientWholeServed,
  clientsViewServed,
  eraseClientServed,
  knownClientsServed,
  saveBookingBillServed,
  saveClientServed,
} from '#contracts/routes/clients.server';
import { proven } from '#server/http/proof';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { saveBookingBill } from '#server/usecases/clientPage/giveBill';
import { saveClient } from '#server/usecases/clients/saveClient';

export const clientsRoutes: readonly ServedRoute[] = [
  serveView(clientsViewServed, ({ app }) => app.books.clients),
  serveView(
    clientWholeServed,
    ({ app }) =>
      ({ id }) =>
        app.books.client(id),
  ),
  serveView(knownClientsServed, ({ app }) => async ({ search }) => ({ clients: await app.knownClients(search) })),
  serve(saveClientServed, saveClient),
  serveVisit(eraseClientServed, (visit) => proven(visit, visit.app.eraseClient)),
  serve(saveBookingBillServed, saveBookingBill),
];
