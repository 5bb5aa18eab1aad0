import { creditorReference } from '#core/documents/creditorReference';
import { transferCode } from '#core/documents/transferCode';
import type { Minor } from '#core/money/minor';
import type { Database } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { toString } from 'qrcode';

/** A code with account, sum and reference for a banking application, as a drawing; null where there can be none. */
export async function transferSvg(
  db: Database,
  { number, amount, currency }: { readonly number: string; readonly amount: Minor; readonly currency: string },
): Promise<string | null> {
  const { name, seller } = await ownerRow(db);
  const { iban, bic, legalName } = seller;
  const reference = creditorReference(number);
  const code = transferCode({ name: legalName || name, iban, bic, amount, currency, reference });
  return code && toString(code, { type: 'svg', errorCorrectionLevel: 'M', margin: 1 });
}
