import { EraseClient } from '#contracts/clients/clients';
import { eraseClient } from '#contracts/routes/clients/eraseClient';
import { served } from '#contracts/routes/served';

export const eraseClientServed = served(eraseClient, { in: EraseClient, right: 'clients:write' });
