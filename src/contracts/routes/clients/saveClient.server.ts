import { SaveClient } from '#contracts/clients/clients';
import { saveClient } from '#contracts/routes/clients/saveClient';
import { served } from '#contracts/routes/served';

export const saveClientServed = served(saveClient, { in: SaveClient, right: 'clients:write' });
