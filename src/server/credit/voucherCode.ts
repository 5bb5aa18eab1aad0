import type { Database, Tx } from '#server/database/database';
import { voucherCodes, vouchers } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { hashOfToken } from '#server/links/clientLink';
import { eq, inArray, or } from 'drizzle-orm';
import { randomInt } from 'node:crypto';

/** Letters and digits that are not mistaken for each other when they are read aloud or typed: 32 of them. */
const signs = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
const length = 16;

/** A code for the counter, told once. */
export const newCode = (): string => Array.from({ length }, () => signs[randomInt(signs.length)]).join('');
export const grouped = (code: string): string => code.match(/.{4}/g)!.join('-');
const bare = (typed: string): string => typed.toUpperCase().replace(/[^0-9A-Z]/g, '');
export const hashOfCode = (code: string): string => hashOfToken(`voucher ${bare(code)}`);

/** The code of a voucher that was bought online: made of its id and the installation's secret, so that it is kept nowhere. */
export function codeOfVoucher({ keyOf }: Pick<Deps, 'keyOf'>, voucherId: string): string {
  const bytes = Buffer.from(keyOf('voucher code', voucherId), 'base64url').subarray(0, length);
  return Array.from(bytes, (byte) => signs[byte % signs.length]).join('');
}

/** The code as it goes out, good from then on: the installation's secret may have been renewed since it was bought. */
export async function codeToSend(deps: Pick<Deps, 'keyOf'>, db: Database | Tx, voucherId: string): Promise<string> {
  const code = codeOfVoucher(deps, voucherId);
  const [voucher] = await db.select({ hash: vouchers.hash }).from(vouchers).where(eq(vouchers.id, voucherId));
  const hash = hashOfCode(code);
  if (voucher!.hash !== hash) await db.insert(voucherCodes).values({ hash, voucherId }).onConflictDoNothing();
  return grouped(code);
}

/** The voucher of a code as it was typed, or nothing; `lock` holds it until the transaction ends. */
export async function voucherOfCode(db: Database | Tx, typed: string, { lock = false } = {}) {
  const hash = hashOfCode(typed);
  const later = db.select({ id: voucherCodes.voucherId }).from(voucherCodes).where(eq(voucherCodes.hash, hash));
  const query = db
    .select()
    .from(vouchers)
    .where(or(eq(vouchers.hash, hash), inArray(vouchers.id, later)));
  const [voucher] = await (lock ? query.for('update') : query);
  return voucher;
}
