import {
  ClientQuery,
  ClientsQuery,
  EraseClient,
  KnownQuery,
  SaveBookingBill,
  SaveClient,
} from '#contracts/clients/clients';
import {
  clientWhole,
  clientsView,
  eraseClient,
  knownClients,
  saveBookingBill,
  saveClient,
} from '#contracts/routes/clients';
import { served } from '#contracts/routes/served';

export const clientWholeServed = served(clientWhole, { in: ClientQuery, right: 'clients:see' });

export const clientsViewServed = served(clientsView, { in: ClientsQuery, right: 'clients:see' });

export const eraseClientServed = served(eraseClient, { in: EraseClient, right: 'clients:write' });

export const knownClientsServed = served(knownClients, { in: KnownQuery, right: 'clients:see' });

export const saveBookingBillServed = served(saveBookingBill, { in: SaveBookingBill, right: 'clients:write' });

export const saveClientServed = served(saveClient, { in: SaveClient, right: 'clients:write' });
