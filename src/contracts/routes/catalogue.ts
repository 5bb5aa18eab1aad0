import type { ServicesView } from '#contracts/catalogue/serviceViews';
import type { ChangeServices, SaveService, SaveTaxes } from '#contracts/catalogue/services';
import type { ApplyTerms, GiveTerms, PublishTerms } from '#contracts/catalogue/terms';
import type { changeBooking } from '#contracts/routes/bookings';
import { type CodeOf, route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const changeServices = route<
  z.input<typeof ChangeServices>,
  { readonly changed: number },
  'service_not_found' | 'terms_not_found' | 'tax_not_found'
>('/api/services/change-many');

export const saveService = route<
  z.input<typeof SaveService>,
  { readonly id: string },
  'service_not_found' | 'terms_not_found' | 'tax_not_found' | 'currency_in_use'
>('/api/services/save');

export const saveTaxes = route<z.input<typeof SaveTaxes>, { readonly saved: number }, 'tax_in_use'>(
  '/api/services/save-taxes',
);

export const servicesView = view<object, ServicesView>('/api/services');

export const applyTerms = route<
  z.input<typeof ApplyTerms>,
  {
    readonly applied: readonly { readonly id: string; readonly told: boolean }[];
    readonly refused: readonly { readonly id: string; readonly code: CodeOf<typeof changeBooking> }[];
  },
  'terms_not_found' | 'proof_needed'
>('/api/terms/apply');

export const giveTerms = route<
  z.input<typeof GiveTerms>,
  { readonly given: number },
  'terms_not_found' | 'terms_cannot_be_used'
>('/api/terms/give');

export const publishTerms = route<
  z.input<typeof PublishTerms>,
  { readonly termsId: string; readonly version: number },
  'terms_not_found' | 'terms_name_taken' | 'terms_unchanged' | 'terms_changed' | 'terms_cannot_be_used'
>('/api/terms/publish');
