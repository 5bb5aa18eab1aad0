import type { SaveDocuments } from '#contracts/documents';
import { ok, refuse, type Result } from '#core/result';
import { business } from '#server/database/schema/business';
import { isTaxNumber } from '#server/invoicing/taxNumber';
import type { Deps } from '#server/deps';

/** Which documents are issued by themselves from now on, and what they say of the business. */
export const saveDocuments =
  ({ db }: Deps) =>
  async ({
    settings: documents,
    seller,
  }: SaveDocuments): Promise<
    Result<null, { readonly code: 'tax_number_wrong'; readonly path: 'seller.taxNumber' }>
  > => {
    if (!isTaxNumber(seller.taxNumber)) return refuse({ code: 'tax_number_wrong', path: 'seller.taxNumber' });
    await db.update(business).set({ documents, seller });
    return ok(null);
  };
