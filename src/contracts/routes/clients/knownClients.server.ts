import { KnownQuery } from '#contracts/clients/clients';
import { knownClients } from '#contracts/routes/clients/knownClients';
import { served } from '#contracts/routes/served';

export const knownClientsServed = served(knownClients, { in: KnownQuery, right: 'clients:see' });
