import type { KnownQuery } from '#contracts/clients/clients';
import { view } from '#contracts/routes/route';
import type { KnownClient } from '#contracts/clients/knownClients';

export const knownClients = view<KnownQuery, { readonly clients: readonly KnownClient[] }>('/api/clients/known');
