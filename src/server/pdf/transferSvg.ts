import { creditorReference } from '#core/invoices/creditorReference';
import { transferCode } from '#core/invoices/transferCode';
import type { Minor } from '#core/money/minor';
import type { OwnerRow } from '#server/database/ownerRow';
import { lazyModule } from '#server/lazy';

type ToPay = { readonly number: string; readonly amount: Minor; readonly currency: string };

type Receiver = Pick<OwnerRow, 'name' | 'seller'>;

function codeOf({ name, seller }: Receiver, { number, amount, currency }: ToPay): string | null {
  const { iban, bic, legalName } = seller;
  return transferCode({ name: legalName || name, iban, bic, amount, currency, reference: creditorReference(number) });
}

const drawer = lazyModule(() => import('qrcode'));

const look = { errorCorrectionLevel: 'M', margin: 1 } as const;

/** A code with account, sum and reference for a banking application, as a drawing; null where there can be none. */
export async function transferSvg(receiver: Receiver, to: ToPay): Promise<string | null> {
  const code = codeOf(receiver, to);
  return code && (await drawer()).toString(code, { type: 'svg', ...look });
}

/** No search for the best of its filters: half the bytes, in half the time. */
const plain = { filterType: 0, deflateStrategy: 0, deflateLevel: 6 } as const;

/** The same in pixels, for letters. */
export async function transferPng(receiver: Receiver, to: ToPay): Promise<Uint8Array | null> {
  const code = codeOf(receiver, to);
  // Given anew each time: what is drawn with it is written into it.
  return code === null ? null : (await drawer()).toBuffer(code, { scale: 4, ...look, rendererOpts: { ...plain } });
}
