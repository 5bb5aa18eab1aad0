import { ClientQuery } from '#contracts/clients/clients';
import { clientWhole } from '#contracts/routes/clients/clientWhole';
import { served } from '#contracts/routes/served';

export const clientWholeServed = served(clientWhole, { in: ClientQuery, right: 'clients:see' });
