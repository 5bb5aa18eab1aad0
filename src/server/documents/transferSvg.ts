import { creditorReference } from '#core/documents/creditorReference';
import { transferCode } from '#core/documents/transferCode';
import type { Minor } from '#core/money/minor';
import type { Database } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';

type ToPay = { readonly number: string; readonly amount: Minor; readonly currency: string };

async function codeOf(db: Database, { number, amount, currency }: ToPay): Promise<string | null> {
  const { name, seller } = await ownerRow(db);
  const { iban, bic, legalName } = seller;
  return transferCode({ name: legalName || name, iban, bic, amount, currency, reference: creditorReference(number) });
}

/** Loaded with the first code that is wanted. */
const drawer = () => import('qrcode');

const look = { errorCorrectionLevel: 'M', margin: 1 } as const;

/** A code with account, sum and reference for a banking application, as a drawing; null where there can be none. */
export async function transferSvg(db: Database, to: ToPay): Promise<string | null> {
  const code = await codeOf(db, to);
  return code && (await drawer()).toString(code, { type: 'svg', ...look });
}

/** The same in pixels, for letters. */
export async function transferPng(db: Database, to: ToPay): Promise<Uint8Array | null> {
  const code = await codeOf(db, to);
  return code === null ? null : (await drawer()).toBuffer(code, { type: 'png', scale: 4, ...look });
}
