import type { ClientsQuery } from '#contracts/clients';
import type { ClientsView } from '#contracts/clientsViews';
import { view } from '#contracts/routes/route';

export const clientsView = view<ClientsQuery, ClientsView>('/api/clients');
