import type { BusinessFace } from '#contracts/quotes/views';
import type { Database } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';

export async function businessFace(db: Database): Promise<BusinessFace> {
  const { name, line, email, address, country, look } = await ownerRow(db);
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
