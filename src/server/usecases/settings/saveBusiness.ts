import type { SaveBusiness } from '#contracts/settings/business';
import { ok, refuse, type Result } from '#core/result';
import { business } from '#server/database/schema/business';
import { files } from '#server/database/schema/files';
import type { Deps } from '#server/deps';
import { inArray } from 'drizzle-orm';

export type BusinessRefusal = { readonly code: 'file_not_found'; readonly path: 'look' };

/** How the business names itself and looks to its clients. */
export const saveBusiness =
  ({ db }: Deps) =>
  async ({ look, ...names }: SaveBusiness): Promise<Result<null, BusinessRefusal>> => {
    const pictures = [look.logo, look.picture].filter((id) => id !== undefined);
    if (pictures.length > 0) {
      const known = await db.select({ id: files.id }).from(files).where(inArray(files.id, pictures));
      if (known.length < new Set(pictures).size) return refuse({ code: 'file_not_found', path: 'look' });
    }
    await db.update(business).set({ ...names, look });
    return ok(null);
  };
