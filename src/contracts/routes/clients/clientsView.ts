import type { ClientsQuery } from '#contracts/clients/clients';
import type { ClientsView } from '#contracts/clients/views';
import { view } from '#contracts/routes/route';

export const clientsView = view<ClientsQuery, ClientsView>('/api/clients');
