import type { SaveSafety, StopBooking } from '#contracts/auth/auth';
import type { Shell } from '#contracts/bookings/views';
import { route, view } from '#contracts/routes/route';
import type { BeginOffer, BeginView, CleanBooks, SaveBegun } from '#contracts/settings/begin';
import type { SaveBusiness, SavePage, SaveStyle, SaveTold } from '#contracts/settings/business';
import type { z } from 'zod';

export const beginOffer = route<z.input<typeof BeginOffer>, { readonly id: string }, 'terms_not_found'>(
  '/api/begin/offer',
);

export const beginView = view<object, BeginView>('/api/begin');

export const cleanBooks = route<
  z.input<typeof CleanBooks>,
  null,
  'live_was_used' | 'copy_is_old' | 'payment_under_way' | 'proof_needed'
>('/api/begin/clean');

export const saveBegun = route<z.input<typeof SaveBegun>, null>('/api/begin/save');

export const saveBusiness = route<z.input<typeof SaveBusiness>, null, 'file_not_found'>('/api/business/save');

export const savePage = route<z.input<typeof SavePage>, null>('/api/business/page');

export const saveSafety = route<z.input<typeof SaveSafety>, null, 'proof_needed'>('/api/business/save-safety');

export const saveStyle = route<z.input<typeof SaveStyle>, null>('/api/business/style');

export const saveTold = route<z.input<typeof SaveTold>, null>('/api/business/told');

export const shell = view<object, Shell>('/api/shell');

export const stopBooking = route<z.input<typeof StopBooking>, { readonly stopped: boolean }>(
  '/api/business/stop-booking',
);

export const testAccount = route<object, { readonly accountId: string }, 'no_test_account' | 'proof_needed'>(
  '/api/begin/test-account',
);

/** Everything that was tried, table by table, and its digest. */
export const triedCopy = view<object, { readonly digest: string; readonly tables: string }>('/api/begin/copy');
