import { createHmac } from 'node:crypto';

const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

/** What an authenticator shows for the address that it scanned (RFC 6238: SHA-1, 30 seconds, six digits). */
export function totpOf(uri: string, at = Date.now()): string {
  const secret = new URL(uri).searchParams.get('secret')!;
  const bits = [...secret.replace(/=+$/, '')]
    .map((each) => letters.indexOf(each).toString(2).padStart(5, '0'))
    .join('');
  const key = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => Number.parseInt(byte, 2)));
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(at / 30_000)));
  const mac = createHmac('sha1', key).update(counter).digest();
  const offset = mac.at(-1)! & 15;
  return String((mac.readUInt32BE(offset) & 0x7fffffff) % 1_000_000).padStart(6, '0');
}
