import type { ClientQuery } from '#contracts/clients/clients';
import type { ClientWhole } from '#contracts/clients/views';
import { view } from '#contracts/routes/route';

export const clientWhole = view<ClientQuery, ClientWhole>('/api/clients/:id');
