import type { SaveSafety } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveSafety = route<z.input<typeof SaveSafety>, null>()('/api/business/save-safety', ['proof_needed']);
