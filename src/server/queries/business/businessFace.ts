import type { BusinessFace } from '#contracts/quoteViews';
import type { Database } from '#server/database/database';
import { business } from '#server/database/schema/business';

export async function businessFace(db: Database): Promise<BusinessFace> {
  const [owner] = await db.select().from(business);
  const { name, line, email, address, look } = owner!;
  return {
    name,
    line,
    email,
    address,
    colour: look.colour ?? null,
    logo: look.logo ?? null,
    picture: look.picture ?? null,
  };
}
