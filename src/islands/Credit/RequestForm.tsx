import { DialogButtons } from '#islands/parts/DialogButtons';
import { DayField } from '#islands/parts/DayField';
import { createRequest } from '#contracts/routes/credit/createRequest';
import type { CreditView } from '#contracts/creditViews';
import { endOfTyped } from '#islands/Credit/endOfTyped';
import { CreateRequest } from '#contracts/credit';
import type { SentTo } from '#contracts/routes/route';
import { zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { useContractForm } from '#islands/parts/contractForm';
import { Problem } from '#islands/parts/Problem';
import { useSent } from '#islands/parts/useSent';
import { useRoute } from '#islands/parts/useRoute';
import { allShown, waysToPay } from '#core/ways/ways';
import { useWays } from '#islands/Ways/useWays';
import { WaysChoice } from '#islands/Ways/WaysChoice';
import { useShell } from '#islands/shell/useShell';
import { Autocomplete, Button, Modal, SegmentedControl, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

/** Credit and vouchers were paid for before: they are used on bookings. */
const paidWithMoney = waysToPay.filter((way) => way !== 'voucher' && way !== 'credit');

const initial = { name: '', email: '', note: '', sum: '', until: '' };
type Typed = typeof initial;
type Props = { readonly known: CreditView['known']; readonly close: () => void };

/** A payment asked for without a booking: of whom, what for, how much, until when; sent or as a link. */
export function RequestForm({ known, close }: Props) {
  const { business, zone } = useShell();
  const { currency } = business;
  const [kind, setKind] = useState<'sum' | 'smallest'>('sum');
  const accounts = useWays();
  const [ways, setWays] = useState(allShown);
  const action = useRoute(createRequest);
  const said = useSent();
  const sends = ({ name, email, note, sum, until }: Typed, send: boolean): SentTo<typeof createRequest> => {
    const typed = parseAmount(sum, currency) ?? zero;
    return {
      requestKey: action.requestKey(),
      clientName: name,
      clientEmail: email,
      note,
      currency,
      amount: kind === 'sum' ? typed : null,
      smallest: kind === 'sum' ? null : typed,
      expiresAt: endOfTyped(until, zone),
      send,
      ways,
    };
  };
  const form = useContractForm({
    contract: CreateRequest,
    initial,
    sends: (typed) => sends(typed, true),
    fields: { clientName: 'name', clientEmail: 'email', amount: 'sum', smallest: 'sum', expiresAt: 'until' },
  });
  const make = async (send: boolean): Promise<void> => {
    if (form.validate().hasErrors) return;
    const made = await action.run(sends(form.values, send));
    if (!made) return;
    if (made.url) {
      await navigator.clipboard?.writeText(made.url).catch(() => undefined);
      notifications.show({ title: `${made.number}: link copied`, message: made.url });
    } else said(made.messageId, `${made.number} goes out.`);
    close();
  };
  return (
    <Modal opened onClose={close} title="Ask for a payment" size="md">
      <Stack gap="sm">
        <Autocomplete
          label="Of whom"
          data={[...new Set(known.map(({ name }) => name))]}
          {...form.getInputProps('name')}
          onChange={(name) => {
            form.setFieldValue('name', name);
            const client = known.find((each) => each.name === name);
            if (client) form.setFieldValue('email', client.email);
          }}
          data-autofocus
        />
        <TextInput label="E-mail" type="email" {...form.getInputProps('email')} />
        <TextInput
          label="What for"
          description="As the payer reads it"
          maxLength={500}
          {...form.getInputProps('note')}
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
          <TextInput label={`Sum, ${currency}`} inputMode="decimal" {...form.getInputProps('sum')} />
        </Stack>
        <DayField
          label="Until"
          description="Empty: until it is paid or withdrawn"
          {...form.getInputProps('until')}
          value={form.values.until}
          onChange={(until) => form.setFieldValue('until', until)}
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
        <Problem problem={action.problem} currency={currency} />
        <DialogButtons>
          <Button variant="default" loading={action.busy} onClick={() => void make(false)}>
            Copy a link
          </Button>
          <Button loading={action.busy} onClick={() => void make(true)}>
            Send it
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
