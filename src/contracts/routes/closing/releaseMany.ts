import type { closeOut } from '#contracts/routes/closing/closeOut';
import type { ReleaseMany } from '#contracts/bookings/owner';
import { type CodeOf, route } from '#contracts/routes/route';
import type { z } from 'zod';

export const releaseMany = route<
  z.input<typeof ReleaseMany>,
  {
    readonly closed: readonly string[];
    readonly refused: readonly { readonly id: string; readonly code: CodeOf<typeof closeOut> }[];
  }
>()('/api/closing/release-many', ['proof_needed']);
