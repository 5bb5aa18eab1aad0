import { usuallyTold } from '#core/telling/told';
import type { FirstStart } from '#contracts/owner';
import { notBegun } from '#core/begin/steps';
import { ok, refuse, type Result } from '#core/result';
import type { Deps } from '#server/deps';
import { isCommonPassword } from '#server/door/password';
import { isStartCode } from '#server/door/startCode';
import type { SignIn } from '#server/door/signIn';
import { business } from '#server/database/schema/business';
import { firstTerms } from '#server/starter/firstTerms';
import { setUp } from '#server/starter/setUp';

export type FirstStartRefusal =
  | { readonly code: 'set_up_already' }
  | { readonly code: 'start_code_wrong'; readonly path: 'code' }
  | { readonly code: 'password_common'; readonly path: 'password' };

/** Makes the business and its owner's sign-in, once for an installation. */
export const firstStart =
  (deps: Deps, signIn: SignIn) =>
  async (about: FirstStart): Promise<Result<{ ready: true }, FirstStartRefusal>> => {
    const { db, clock } = deps;
    const [before] = await db.select({ id: business.id }).from(business);
    if (before) return refuse({ code: 'set_up_already' });
    if (!isStartCode(deps, about.code)) return refuse({ code: 'start_code_wrong', path: 'code' });
    if (await isCommonPassword(about.password, [about.email, about.ownerName, about.business]))
      return refuse({ code: 'password_common', path: 'password' });
    const { business: name, line, timeZone, currency, taxRate, ownerName, email, password } = about;
    // The sign-in first: should the process die in between, this start can be done again with the same address.
    const { api } = await signIn();
    const known = await api.signUpEmail({ body: { name: ownerName, email, password } }).catch(() => null);
    if (!known) await api.signInEmail({ body: { email, password } });
    const made = await db.transaction((tx) =>
      setUp(tx, { name, line, email, timeZone, currency, taxRate }, clock.now(), {
        services: [],
        terms: firstTerms,
        begun: notBegun,
        told: [{ name, email, of: usuallyTold }],
      }),
    );
    return made ? ok({ ready: true }) : refuse({ code: 'set_up_already' });
  };
