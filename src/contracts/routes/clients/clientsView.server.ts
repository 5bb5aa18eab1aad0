import { ClientsQuery } from '#contracts/clients/clients';
import { clientsView } from '#contracts/routes/clients/clientsView';
import { served } from '#contracts/routes/served';

export const clientsViewServed = served(clientsView, { in: ClientsQuery, right: 'clients:see' });
