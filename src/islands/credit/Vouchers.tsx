import { resendVoucher } from '#contracts/routes/credit';
import { ResendVoucher } from '#contracts/credit/credit';
import type { CreditView, VoucherLine } from '#contracts/credit/views';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { shortDate } from '#core/wording/days';
import { useContractForm } from '#islands/parts/contractForm';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { OfMany } from '#islands/parts/OfMany';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Modal, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from './Credit.module.css';

const letterWords = {
  waits: 'goes out then',
  outgoing: 'is on its way',
  sent: 'was sent',
  failed: 'could not be delivered',
} as const;

/** Vouchers that were sold, with what is left on each; those bought online with what has become of their letter. */
export function Vouchers({ vouchers, all }: Pick<CreditView, 'vouchers'> & { readonly all: number }) {
  const { zone, today } = useShell();
  const [sending, setSending] = useState<VoucherLine | null>(null);
  return (
    <section aria-label="Gift vouchers">
      <h2>Gift vouchers</h2>
      {vouchers.length === 0 && <p className={styles.none}>None is sold yet.</p>}
      <table className={styles.table}>
        <tbody>
          {vouchers.map((voucher) => (
            <tr key={voucher.id} data-over={voucher.left === 0 || voucher.expired}>
              <th scope="row">
                … {voucher.ending}
                <span>
                  {voucher.buyer}, {shortDate(localDate(voucher.soldAt, zone), today)}
                  {voucher.buys && `, for ${voucher.buys} alone`}
                  {voucher.expiresAt && `, until ${shortDate(localDate(voucher.expiresAt, zone), today)}`}
                  {voucher.expired && ', expired'}
                </span>
                {voucher.online && (
                  <span data-letter={voucher.online.letter}>
                    To {voucher.online.name}
                    {voucher.online.sendOn && `, on ${shortDate(voucher.online.sendOn, today)}`}: its letter{' '}
                    {letterWords[voucher.online.letter]}{' '}
                    <button type="button" className={styles.again} onClick={() => setSending(voucher)}>
                      {voucher.online.letter === 'waits' ? 'Send it now' : 'Send it again'}
                    </button>
                  </span>
                )}
              </th>
              <td className="num">
                {formatMoney(voucher.left, voucher.currency)}
                <span>of {formatMoney(voucher.amount, voucher.currency)}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <OfMany shown={vouchers.length} all={all} what="The newest" />
      {sending && <SendAgain voucher={sending} close={() => setSending(null)} />}
    </section>
  );
}

function SendAgain({ voucher, close }: { readonly voucher: VoucherLine; readonly close: () => void }) {
  const action = useRoute(resendVoucher);
  const sends = ({ email }: { email: string }) => ({ voucherId: voucher.id, email });
  const form = useContractForm({ contract: ResendVoucher, initial: { email: voucher.online!.email }, sends });
  const send = async (typed: { email: string }): Promise<void> => {
    if (!(await action.attempt(sends(typed)))) return;
    notifications.show({ message: `The voucher goes to ${typed.email}.` });
    close();
  };
  return (
    <Modal opened onClose={close} title={`Voucher … ${voucher.ending}`}>
      <form onSubmit={form.onSubmit((typed) => void send(typed))} noValidate>
        <Stack gap="sm">
          <p>Its letter with the code goes out at once. Whoever has the code can use what is left on it.</p>
          <TextInput label="To" type="email" {...form.getInputProps('email')} data-autofocus />
          <Problem problem={action.problem} currency={voucher.currency} />
          <DialogButtons>
            <Button type="submit" loading={action.busy}>
              Send it
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
