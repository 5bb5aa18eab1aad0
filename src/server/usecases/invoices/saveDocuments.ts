import type { SaveDocuments } from '#contracts/invoices/documents';
import { ok, refuse, type Result } from '#core/result';
import { changeOwner } from '#server/database/ownerRow';
import { retryHeldOfBookings, retryHeldOfRequests } from '#server/invoices/retryHeld';
import { isTaxNumber } from '#server/invoices/taxNumber';
import type { Deps } from '#server/deps';

/** Which documents are issued by themselves from now on, and what they say of the business. */
export const saveDocuments =
  (deps: Deps) =>
  async ({
    settings: documents,
    seller,
  }: SaveDocuments): Promise<
    Result<null, { readonly code: 'tax_number_wrong'; readonly path: 'seller.taxNumber' }>
  > => {
    if (!isTaxNumber(seller.taxNumber)) return refuse({ code: 'tax_number_wrong', path: 'seller.taxNumber' });
    await deps.db.transaction(async (tx) => {
      const now = deps.clock.now();
      await changeOwner(tx, { documents, seller });
      await retryHeldOfBookings(tx, deps, undefined, now);
      await retryHeldOfRequests(tx, deps, undefined, now);
    });
    return ok(null);
  };
