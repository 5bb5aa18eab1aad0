import { createRequest } from '#contracts/routes/credit/createRequest';
import type { CreditView } from '#contracts/creditViews';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { parseAmount } from '#core/money/parseAmount';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { allShown, waysToPay } from '#core/ways/ways';
import { useWays } from '#islands/Ways/useWays';
import { WaysChoice } from '#islands/Ways/WaysChoice';
import { useShell } from '#islands/shell/useShell';
import { Autocomplete, Button, Group, Modal, SegmentedControl, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

/** Credit and vouchers were paid for before: they are used on bookings. */
const paidWithMoney = waysToPay.filter((way) => way !== 'voucher' && way !== 'credit');

type Props = { readonly known: CreditView['known']; readonly close: () => void };

/** A payment asked for without a booking: of whom, what for, how much, until when; sent or as a link. */
export function RequestForm({ known, close }: Props) {
  const { business, zone } = useShell();
  const { currency } = business;
  const [typed, setTyped] = useState({ name: '', email: '', note: '', sum: '', until: '' });
  const [kind, setKind] = useState<'sum' | 'smallest'>('sum');
  const [asked, setAsked] = useState(false);
  const accounts = useWays();
  const [ways, setWays] = useState(allShown);
  const action = useRoute(createRequest);
  const set = (part: Partial<typeof typed>): void => {
    action.clear();
    setTyped({ ...typed, ...part });
  };
  const sum = parseAmount(typed.sum, currency);
  const error = (path: string) => fieldMessage(action.problem, path, currency);
  const make = async (send: boolean): Promise<void> => {
    setAsked(true);
    if (sum === null || sum === 0) return;
    const expiresAt = typed.until ? instantOfWall(`${typed.until}T23:59` as WallTime, zone) : null;
    const sums = kind === 'sum' ? { amount: sum, smallest: null } : { amount: null, smallest: sum };
    const about = {
      clientName: typed.name,
      clientEmail: typed.email,
      note: typed.note,
      currency,
      expiresAt,
      send,
      ways,
    };
    const made = await action.run({ requestKey: action.requestKey(), ...about, ...sums });
    if (!made) return;
    if (made.url) {
      await navigator.clipboard?.writeText(made.url).catch(() => undefined);
      notifications.show({ title: `${made.number}: link copied`, message: made.url });
    } else notifications.show({ message: `${made.number} is sent.` });
    close();
  };
  return (
    <Modal opened onClose={close} title="Ask for a payment" size="md">
      <Stack gap="sm">
        <Autocomplete
          label="Of whom"
          data={[...new Set(known.map(({ name }) => name))]}
          value={typed.name}
          error={error('clientName')}
          onChange={(name) => set({ name, email: known.find((each) => each.name === name)?.email ?? typed.email })}
          data-autofocus
        />
        <TextInput
          label="E-mail"
          type="email"
          value={typed.email}
          error={error('clientEmail')}
          onChange={(event) => set({ email: event.currentTarget.value })}
        />
        <TextInput
          label="What for"
          description="As the payer reads it"
          maxLength={500}
          value={typed.note}
          error={error('note')}
          onChange={(event) => set({ note: event.currentTarget.value })}
        />
        <Stack gap={6}>
          <SegmentedControl
            fullWidth
            aria-label="How the sum is meant"
            value={kind}
            onChange={(value) => setKind(value as typeof kind)}
            data={[
              { value: 'sum', label: 'Just this sum' },
              { value: 'smallest', label: 'From this sum on' },
            ]}
          />
          <TextInput
            label={`Sum, ${currency}`}
            inputMode="decimal"
            value={typed.sum}
            error={asked && !sum ? 'a sum above zero' : (error('amount') ?? error('smallest'))}
            onChange={(event) => set({ sum: event.currentTarget.value })}
          />
        </Stack>
        <TextInput
          label="Until"
          type="date"
          description="Empty: until it is paid or withdrawn"
          value={typed.until}
          error={error('expiresAt')}
          onChange={(event) => set({ until: event.currentTarget.value })}
        />
        <details>
          <summary>Ways to pay</summary>
          <WaysChoice
            value={ways}
            set={setWays}
            accounts={(accounts?.accounts ?? []).filter((account) => account.currency === currency)}
            among={paidWithMoney}
            label="Of those that all clients are shown"
            otherwise="the usual account"
          />
        </details>
        <Problem problem={action.problem?.path ? null : action.problem} currency={currency} />
        <Group justify="flex-end">
          <Button variant="default" loading={action.busy} onClick={() => void make(false)}>
            Copy a link
          </Button>
          <Button loading={action.busy} onClick={() => void make(true)}>
            Send it
          </Button>
        </Group>
      </Stack>
    </Modal>
  );
}
