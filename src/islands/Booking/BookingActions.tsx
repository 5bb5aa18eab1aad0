import { copyLink as copyLinkRoute } from '#contracts/routes/bookings/copyLink';
import { createQuote } from '#contracts/routes/quotes/createQuote';
import { payable } from '#core/booking/standing';
import { AskDialog } from '#islands/Booking/AskDialog';
import { CancelDialog } from '#islands/Booking/CancelDialog';
import { AccountDialog } from '#islands/Booking/AccountDialog';
import { CounterDialog } from '#islands/Booking/CounterDialog';
import { ChargeDialog } from '#islands/Booking/ChargeDialog';
import { GiveUpDialog } from '#islands/Booking/GiveUpDialog';
import { PaymentDialog } from '#islands/Booking/PaymentDialog';
import { UseCreditDialog } from '#islands/Booking/UseCreditDialog';
import { useRoute } from '#islands/parts/useRoute';
import { ActionIcon, Button, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import {
  IconArrowsSplit,
  IconCash,
  IconCreditCard,
  IconDeviceMobile,
  IconDots,
  IconEraser,
  IconFileText,
  IconGift,
  IconLink,
  IconPencil,
  IconSend,
  IconX,
} from '@tabler/icons-react';
import { useState } from 'react';
import styles from './BookingPage.module.css';
import type { DialogProps } from '#islands/Booking/dialogProps';

type Dialog = 'counter' | 'account' | 'credit' | 'ask' | 'payment' | 'charge' | 'cancel' | 'giveUp';

const dialogs: Readonly<Record<Dialog, (props: DialogProps) => React.ReactNode>> = {
  counter: CounterDialog,
  account: AccountDialog,
  credit: UseCreditDialog,
  ask: AskDialog,
  payment: PaymentDialog,
  charge: ChargeDialog,
  cancel: CancelDialog,
  giveUp: GiveUpDialog,
};

/** What can be done with a booking. Each opens with its figures and is done only when confirmed. */
export function BookingActions({ view, standing }: Omit<DialogProps, 'close'>) {
  const [open, setOpen] = useState<Dialog | null>(null);
  const copy = useRoute(copyLinkRoute);
  const like = useRoute(createQuote);
  const { position, ledger } = standing;
  const { dueNow } = payable(standing);
  const over = ledger.cancelled !== null || ledger.lapsed;
  const Shown = open ? dialogs[open] : null;
  const copyLink = async (): Promise<void> => {
    const made = await copy.run({ bookingId: view.id, requestKey: copy.requestKey() });
    if (!made) {
      notifications.show({ color: 'red', message: 'The link could not be made. Try again.' });
      return;
    }
    await navigator.clipboard?.writeText(made.url).catch(() => undefined);
    notifications.show({ title: 'Link copied', message: made.url });
  };
  const quote = async (): Promise<void> => {
    const made = await like.run({ requestKey: like.requestKey(), from: { booking: view.id } });
    if (made) location.assign(`/quotes/${made.number}`);
    else notifications.show({ color: 'red', message: 'The quote could not be made. Try again.' });
  };
  return (
    <div className={styles.actions}>
      {position.outstanding > 0 && !over && (
        <Button variant="default" leftSection={<IconCash size={18} aria-hidden />} onClick={() => setOpen('payment')}>
          Record a payment
        </Button>
      )}
      {dueNow > 0 && (
        <Button variant="default" leftSection={<IconSend size={18} aria-hidden />} onClick={() => setOpen('ask')}>
          Ask for payment
        </Button>
      )}
      {!over && ledger.closedOut === null && (
        <Button
          variant="default"
          component="a"
          href={`/bookings/${view.number}/change`}
          leftSection={<IconPencil size={18} aria-hidden />}
        >
          Change
        </Button>
      )}
      <Menu position="bottom-end" withinPortal>
        <Menu.Target>
          <ActionIcon variant="default" size={36} aria-label="More actions">
            <IconDots size={18} aria-hidden />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconFileText size={16} aria-hidden />} onClick={() => void quote()}>
            A quote like this one
          </Menu.Item>
          <Menu.Item
            leftSection={<IconGift size={16} aria-hidden />}
            disabled={position.outstanding === 0 || over}
            onClick={() => setOpen('credit')}
          >
            Pay from credit or a voucher
          </Menu.Item>
          {view.hasReader && (
            <Menu.Item
              leftSection={<IconDeviceMobile size={16} aria-hidden />}
              disabled={position.outstanding === 0 || over}
              onClick={() => setOpen('counter')}
            >
              Take a card at the counter
            </Menu.Item>
          )}
          {view.accounts.length > 1 && (
            <Menu.Item
              leftSection={<IconArrowsSplit size={16} aria-hidden />}
              disabled={position.outstanding === 0 || over}
              onClick={() => setOpen('account')}
            >
              Have it paid another way
            </Menu.Item>
          )}
          <Menu.Item leftSection={<IconLink size={16} aria-hidden />} onClick={() => void copyLink()}>
            Copy the client’s link
          </Menu.Item>
          <Menu.Item
            leftSection={<IconCreditCard size={16} aria-hidden />}
            disabled={dueNow === 0 || !ledger.card}
            onClick={() => setOpen('charge')}
          >
            Charge what is kept on file now
          </Menu.Item>
          <Menu.Item
            leftSection={<IconEraser size={16} aria-hidden />}
            disabled={position.outstanding === 0 || !(ledger.delivered || ledger.cancelled)}
            onClick={() => setOpen('giveUp')}
          >
            Give up what is owed
          </Menu.Item>
          <Menu.Item
            leftSection={<IconX size={16} aria-hidden />}
            disabled={over || ledger.closedOut !== null}
            onClick={() => setOpen('cancel')}
            color="red"
          >
            Cancel the booking
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {Shown && <Shown view={view} standing={standing} close={() => setOpen(null)} />}
    </div>
  );
}
