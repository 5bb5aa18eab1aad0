import { Prove } from '#contracts/auth/auth';
import { prove } from '#contracts/routes/door/prove';
import { served } from '#contracts/routes/served';

export const proveServed = served(prove, { in: Prove, right: 'own sign-in' });
