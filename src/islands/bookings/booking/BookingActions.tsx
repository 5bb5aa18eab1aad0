import { copyLink as copyLinkRoute } from '#contracts/routes/bookings';
import { createQuote } from '#contracts/routes/quotes';
import { courtesyReceipts } from '#core/courtesies/courtesy';
import { payable } from '#core/bookings/bookingState';
import { type Doing, useOffered } from '#islands/shell/doings';
import { byHandReceipts } from '#islands/payments/byHandReceipts';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { useRoute } from '#islands/parts/useRoute';
import { ActionIcon, Button, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import {
  type Icon,
  IconArrowsSplit,
  IconCash,
  IconCreditCard,
  IconDeviceMobile,
  IconDots,
  IconEraser,
  IconFileText,
  IconFileZip,
  IconGift,
  IconHeartHandshake,
  IconLock,
  IconRotate2,
  IconLink,
  IconPencil,
  IconSend,
  IconX,
} from '@tabler/icons-react';
import { type ComponentType, useState } from 'react';
import styles from './BookingPage.module.css';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';

/** What can be done with a booking: `now` says whether it makes sense as the booking stands. */
type BookingDoing = Doing & {
  readonly Icon: Icon;
  readonly now: boolean;
  readonly danger?: boolean;
  /** Where it is a page of its own. */
  readonly href?: string;
};

type Dialog =
  | 'courtesy'
  | 'putRight'
  | 'hold'
  | 'counter'
  | 'account'
  | 'credit'
  | 'ask'
  | 'payment'
  | 'charge'
  | 'cancel'
  | 'giveUp';

const dialogs: Readonly<Record<Dialog, ComponentType<DialogProps>>> = {
  courtesy: lazyComponent(() => import('#islands/courtesies/CourtesyDialog').then((part) => part.CourtesyDialog)),
  putRight: lazyComponent(() =>
    import('#islands/payments/ReversePaymentDialog').then((part) => part.ReversePaymentDialog),
  ),
  hold: lazyComponent(() => import('#islands/closeout/HoldDialog').then((part) => part.HoldDialog)),
  counter: lazyComponent(() => import('#islands/bookings/booking/CounterDialog').then((part) => part.CounterDialog)),
  account: lazyComponent(() => import('#islands/bookings/booking/AccountDialog').then((part) => part.AccountDialog)),
  credit: lazyComponent(() => import('#islands/bookings/booking/UseCreditDialog').then((part) => part.UseCreditDialog)),
  ask: lazyComponent(() => import('#islands/bookings/booking/AskDialog').then((part) => part.AskDialog)),
  payment: lazyComponent(() => import('#islands/bookings/booking/PaymentDialog').then((part) => part.PaymentDialog)),
  charge: lazyComponent(() => import('#islands/bookings/booking/ChargeDialog').then((part) => part.ChargeDialog)),
  cancel: lazyComponent(() => import('#islands/bookings/booking/CancelDialog').then((part) => part.CancelDialog)),
  giveUp: lazyComponent(() => import('#islands/bookings/booking/WriteOffDialog').then((part) => part.WriteOffDialog)),
};

/** What can be done with a booking. Each opens with its figures and is done only when confirmed. */
export function BookingActions({ view, bookingState }: Omit<DialogProps, 'close'>) {
  const [open, setOpen] = useState<Dialog | null>(null);
  const copy = useRoute(copyLinkRoute);
  const like = useRoute(createQuote);
  const { position, ledger } = bookingState;
  const { dueNow } = payable(bookingState);
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
  const opens = (dialog: Dialog) => () => setOpen(dialog);
  const owed = position.outstanding > 0 && !over;
  const changeable = !over && ledger.closedOut === null;
  const changePath = `/bookings/${view.number}/change`;
  const main: readonly BookingDoing[] = [
    {
      id: 'payment',
      label: 'Record a payment',
      words: 'received in cash, by transfer, by cheque',
      Icon: IconCash,
      now: owed,
      run: opens('payment'),
    },
    {
      id: 'ask',
      label: 'Ask for payment',
      words: 'remind, send the link, request',
      Icon: IconSend,
      now: dueNow > 0,
      run: opens('ask'),
    },
    {
      id: 'change',
      label: 'Change',
      words: 'move, other dates, guests, price; refund what is too much',
      Icon: IconPencil,
      now: changeable,
      href: changePath,
      run: () => location.assign(changePath),
    },
  ];
  const more: readonly BookingDoing[] = [
    {
      id: 'quote',
      label: 'A quote like this one',
      words: 'offer, copy',
      Icon: IconFileText,
      now: true,
      run: () => void quote(),
    },
    {
      id: 'credit',
      label: 'Pay from credit or a voucher',
      words: 'gift, code',
      Icon: IconGift,
      now: owed,
      run: opens('credit'),
    },
    ...(view.hasReader
      ? [
          {
            id: 'counter',
            label: 'Take a card at the counter',
            words: 'reader, terminal',
            Icon: IconDeviceMobile,
            now: owed,
            run: opens('counter'),
          },
        ]
      : []),
    ...(view.accounts.length > 1
      ? [
          {
            id: 'account',
            label: 'Have it paid another way',
            words: 'another account, processor',
            Icon: IconArrowsSplit,
            now: owed,
            run: opens('account'),
          },
        ]
      : []),
    {
      id: 'link',
      label: 'Copy the client’s link',
      words: 'address of their page',
      Icon: IconLink,
      now: true,
      run: () => void copyLink(),
    },
    {
      id: 'charge',
      label: 'Charge what is kept on file now',
      words: 'card on file, collect',
      Icon: IconCreditCard,
      now: dueNow > 0 && ledger.card !== null,
      run: opens('charge'),
    },
    {
      id: 'hold',
      label: bookingState.hold?.inForce ? 'Hold another sum' : 'Put a hold on it',
      words: 'deposit, authorise, block, set aside, raise',
      Icon: IconLock,
      now: !['closed', 'cancelled', 'lapsed', 'waiting', 'enquiry'].includes(bookingState.stage),
      run: opens('hold'),
    },
    {
      id: 'courtesy',
      label: 'Give back as a courtesy',
      words: 'refund, goodwill, discount, complaint',
      Icon: IconHeartHandshake,
      now: courtesyReceipts(bookingState).length > 0 && !ledger.lapsed,
      run: opens('courtesy'),
    },
    {
      id: 'putRight',
      label: 'Put a payment right',
      words: 'wrong, reverse, correct, recorded by mistake',
      Icon: IconRotate2,
      now: byHandReceipts(bookingState).length > 0,
      run: opens('putRight'),
    },
    {
      id: 'evidence',
      label: 'What is kept of it, as a file',
      words: 'evidence, court, proof, claim, dispute, pdf',
      Icon: IconFileZip,
      now: true,
      href: `/bookings/${view.number}/evidence.pdf`,
      run: () => location.assign(`/bookings/${view.number}/evidence.pdf`),
    },
    {
      id: 'giveUp',
      label: 'Give up what is owed',
      words: 'waive, write off, bad debt',
      Icon: IconEraser,
      now: position.outstanding > 0 && (ledger.delivered || ledger.cancelled !== null),
      run: opens('giveUp'),
    },
    {
      id: 'cancel',
      label: 'Cancel the booking',
      words: 'give back, refund, no-show, nobody came',
      Icon: IconX,
      now: changeable,
      danger: true,
      run: opens('cancel'),
    },
  ];
  useOffered(
    `${view.number}, ${view.client.name}`,
    [...main, ...more].filter(({ now }) => now),
  );
  return (
    <div className={styles.actions}>
      {main
        .filter(({ now }) => now)
        .map(({ id, label, Icon, run, href }) => {
          const icon = <Icon size={18} aria-hidden />;
          return href ? (
            <Button key={id} variant="default" leftSection={icon} component="a" href={href}>
              {label}
            </Button>
          ) : (
            <Button key={id} variant="default" leftSection={icon} onClick={run}>
              {label}
            </Button>
          );
        })}
      <Menu position="bottom-end" withinPortal>
        <Menu.Target>
          <ActionIcon variant="default" size={36} aria-label="More actions">
            <IconDots size={18} aria-hidden />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          {more.map(({ id, label, Icon, now, danger, run }) => (
            <Menu.Item
              key={id}
              leftSection={<Icon size={16} aria-hidden />}
              disabled={!now}
              onClick={run}
              {...(danger ? { color: 'red' } : {})}
            >
              {label}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      {Shown && <Shown view={view} bookingState={bookingState} close={() => setOpen(null)} />}
    </div>
  );
}
