import type {
  ClientQuery,
  ClientsQuery,
  EraseClient,
  KnownQuery,
  SaveBookingBill,
  SaveClient,
} from '#contracts/clients/clients';
import type { KnownClient } from '#contracts/clients/knownClients';
import type { ClientWhole, ClientsView, StillOpen } from '#contracts/clients/views';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const clientWhole = view<ClientQuery, ClientWhole>('/api/clients/:id');

export const clientsView = view<ClientsQuery, ClientsView>('/api/clients');

/** With `client_open` comes what is: `open`. */
export const eraseClient = route<
  z.input<typeof EraseClient>,
  { readonly erased: true },
  'client_not_found' | 'client_open' | 'name_differs' | 'proof_needed'
>('/api/clients/erase');
export type EraseRefusal =
  | { readonly code: 'client_not_found' }
  | { readonly code: 'name_differs'; readonly path: 'name' }
  | { readonly code: 'client_open'; readonly open: readonly StillOpen[] };

export const knownClients = view<KnownQuery, { readonly clients: readonly KnownClient[] }>('/api/clients/known');

export const saveBookingBill = route<z.input<typeof SaveBookingBill>, null, 'booking_not_found' | 'tax_number_wrong'>(
  '/api/clients/booking-bill',
);

export const saveClient = route<
  z.input<typeof SaveClient>,
  null,
  'client_not_found' | 'phone_wrong' | 'tax_number_wrong'
>('/api/clients/save');
