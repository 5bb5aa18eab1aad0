import type { FirstStart } from '#contracts/owner';
import { ok, refuse, type Result } from '#core/result';
import type { Deps } from '#server/deps';
import type { SignIn } from '#server/http/signIn';
import { business } from '#server/database/schema/business';
import { setUp } from '#server/starter/setUp';

/** Makes the business and its owner's sign-in, once for an installation. */
export const firstStart =
  ({ db, clock }: Deps, signIn: SignIn) =>
  async (about: FirstStart): Promise<Result<{ ready: true }, { code: 'set_up_already' }>> => {
    const [before] = await db.select({ id: business.id }).from(business);
    if (before) return refuse({ code: 'set_up_already' });
    const { business: name, line, timeZone, currency, taxRate, ownerName, email, password } = about;
    // The sign-in first: should the process die in between, this start can be done again with the same address.
    const known = await signIn.api.signUpEmail({ body: { name: ownerName, email, password } }).catch(() => null);
    if (!known) await signIn.api.signInEmail({ body: { email, password } });
    const made = await db.transaction((tx) =>
      setUp(tx, { name, line, email, timeZone, currency, taxRate }, clock.now()),
    );
    return made ? ok({ ready: true }) : refuse({ code: 'set_up_already' });
  };
