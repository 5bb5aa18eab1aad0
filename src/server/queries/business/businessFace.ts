import type { BusinessFace } from '#contracts/quoteViews';
import type { Database } from '#server/database/database';
import { writeAs } from '#core/wording/houseStyle';
import { business } from '#server/database/schema/business';

export async function businessFace(db: Database): Promise<BusinessFace> {
  const [owner] = await db.select().from(business);
  const { name, line, email, address, country, look, style } = owner!;
  // Another process may have changed it since.
  writeAs(style);
  return {
    name,
    line,
    email,
    address,
    country,
    colour: look.colour ?? null,
    logo: look.logo ?? null,
    picture: look.picture ?? null,
  };
}
