import type { ClientQuery } from '#contracts/clients';
import type { ClientWhole } from '#contracts/clientsViews';
import { view } from '#contracts/routes/route';

export const clientWhole = view<ClientQuery, ClientWhole>('/api/clients/:id');
