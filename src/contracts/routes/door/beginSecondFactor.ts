import type { WithPassword } from '#contracts/auth/auth';
import type { SecondFactorBegun } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const beginSecondFactor = route<z.input<typeof WithPassword>, SecondFactorBegun>()(
  '/api/door/begin-second-factor',
  ['password_wrong', 'second_factor_already', 'too_many_tries', 'proof_needed'],
);
