import { usuallyNotified } from '#core/messages/notified';
import type { FirstStart } from '#contracts/bookings/owner';
import { notBegun } from '#core/settings/steps';
import { ok, refuse, type Result } from '#core/result';
import type { Deps } from '#server/deps';
import { makeSignIn } from '#server/auth/makeSignIn';
import { hashPassword, isCommonPassword } from '#server/auth/password';
import { user } from '#server/database/schema/signIn';
import { isStartCode } from '#server/auth/startCode';
import { business } from '#server/database/schema/business';
import { firstTerms } from '#server/seed/firstTerms';
import { setUp } from '#server/seed/setUp';

export type FirstStartRefusal =
  | { readonly code: 'set_up_already' }
  | { readonly code: 'start_code_wrong'; readonly path: 'code' }
  | { readonly code: 'password_common'; readonly path: 'password' };

/** Makes the business and its owner's sign-in, once for an installation. */
export const firstStart =
  (deps: Deps) =>
  async (about: FirstStart): Promise<Result<{ ready: true }, FirstStartRefusal>> => {
    const { db, clock } = deps;
    const [before] = await db.select({ id: business.id }).from(business);
    if (before) return refuse({ code: 'set_up_already' });
    if (!isStartCode(deps, about.code)) return refuse({ code: 'start_code_wrong', path: 'code' });
    if (await isCommonPassword(about.password, [about.email, about.ownerName, about.business]))
      return refuse({ code: 'password_common', path: 'password' });
    const { business: name, line, timeZone, currency, taxRate, ownerName, email, password } = about;
    const hash = await hashPassword(password);
    // Of several at once the first has the business, and it alone a sign-in.
    const made = await db.transaction(async (tx) => {
      const isFirst = await setUp(tx, { name, line, email, timeZone, currency, taxRate }, clock.now(), {
        services: [],
        terms: firstTerms,
        begun: notBegun,
        told: [{ name, email, of: usuallyNotified }],
      });
      if (!isFirst) return false;
      // What starts of former versions have left that did not come to their end.
      await tx.delete(user);
      await makeSignIn(tx, { name: ownerName, email, hash });
      return true;
    });
    return made ? ok({ ready: true }) : refuse({ code: 'set_up_already' });
  };
