import type { SavePage, SaveStyle, SaveTold } from '#contracts/settings/business';
import { ok, type Result } from '#core/result';
import { writeAs } from '#core/wording/houseStyle';
import { business } from '#server/database/schema/business';
import type { Deps } from '#server/deps';

/** What the booking page says, asks and sells besides its services. */
export const savePage =
  ({ db }: Deps) =>
  async (bookingPage: SavePage): Promise<Result<null, never>> => {
    await db.update(business).set({ bookingPage });
    return ok(null);
  };

/** How days, times and figures are written from now on: here at once, elsewhere with the next page. */
export const saveStyle =
  ({ db }: Deps) =>
  async (style: SaveStyle): Promise<Result<null, never>> => {
    await db.update(business).set({ style });
    writeAs(style);
    return ok(null);
  };

/** Who is told of what happens without the business. */
export const saveTold =
  ({ db }: Deps) =>
  async ({ people }: SaveTold): Promise<Result<null, never>> => {
    await db.update(business).set({ told: people });
    return ok(null);
  };
