import { z } from 'zod';

const Code = z.string().min(1).max(64);

/**
 * What our pages send to the sign-in's own addresses, and nothing else that its library would take: no trusted devices, no
 * ways back to other pages, no sessions without an end. What reads has no body.
 */
export const signInBodies = {
  'sign-in/email': z.strictObject({ email: z.string().max(254), password: z.string().max(200) }),
  'sign-out': z.strictObject({}),
  'two-factor/verify-totp': z.strictObject({ code: Code }),
  'two-factor/verify-backup-code': z.strictObject({ code: Code }),
} as const;
