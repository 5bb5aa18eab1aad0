import type { changeBooking } from '#contracts/routes/bookings/changeBooking';
import { type CodeOf, route } from '#contracts/routes/route';
import type { ApplyTerms } from '#contracts/catalogue/terms';
import type { z } from 'zod';

export const applyTerms = route<
  z.input<typeof ApplyTerms>,
  {
    readonly applied: readonly { readonly id: string; readonly told: boolean }[];
    readonly refused: readonly { readonly id: string; readonly code: CodeOf<typeof changeBooking> }[];
  }
>()('/api/terms/apply', ['terms_not_found', 'proof_needed']);
