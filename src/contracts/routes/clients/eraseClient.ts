import type { EraseClient } from '#contracts/clients/clients';
import type { StillOpen } from '#contracts/clients/views';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

/** With `client_open` comes what is: `open`. */
export const eraseClient = route<z.input<typeof EraseClient>, { readonly erased: true }>()('/api/clients/erase', [
  'client_not_found',
  'client_open',
  'name_differs',
  'proof_needed',
]);
export type EraseRefusal =
  | { readonly code: 'client_not_found' }
  | { readonly code: 'name_differs'; readonly path: 'name' }
  | { readonly code: 'client_open'; readonly open: readonly StillOpen[] };
