import type { SaveSafety, StopBooking } from '#contracts/auth/auth';
import { ok, type Result } from '#core/result';
import { business } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { isNull } from 'drizzle-orm';

/** Clients book by themselves no more, or again. Nothing that is booked or being paid is touched. */
export const stopBooking =
  ({ db, clock }: Deps) =>
  async ({ stopped }: StopBooking): Promise<Result<{ stopped: boolean }, never>> => {
    if (stopped) await db.update(business).set({ bookingStopped: clock.now() }).where(isNull(business.bookingStopped));
    else await db.update(business).set({ bookingStopped: null });
    return ok({ stopped });
  };

/** From which sum on refunds ask again who decides them, and how long what has no more use is kept. */
export const saveSafety =
  ({ db }: Deps) =>
  async (safety: SaveSafety): Promise<Result<null, never>> => {
    await db.update(business).set(safety);
    return ok(null);
  };
