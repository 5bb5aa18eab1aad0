import type { NewRequestView } from '#contracts/credit/views';
import { createRequest } from '#contracts/routes/paymentRequests';
import type { Shell } from '#contracts/bookings/views';
import type { RequestInvoicing } from '#core/paymentRequests/requestPaper';
import { missingKinds, type MissingForDocument } from '#core/invoices/missing';
import { allShown, waysToPay } from '#core/paymentMethods/ways';
import { missingWords } from '#core/wording/documentWords';
import { newKey } from '#islands/api';
import { draftFaults, firstDraft, type RequestDraft, sentOf } from '#islands/paymentRequests/requestDraft';
import { RequestLinesForm } from '#islands/paymentRequests/RequestLinesForm';
import { RequestPreview } from '#islands/paymentRequests/RequestPreview';
import { Attachments } from '#islands/parts/Attachments';
import { DayField } from '#islands/parts/DayField';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { useKnownClients } from '#islands/parts/useKnownClients';
import { useRoute } from '#islands/parts/useRoute';
import { useSent } from '#islands/parts/useSent';
import { fieldMessage } from '#islands/format/problemSentence';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { usePaymentMethods } from '#islands/paymentMethods/usePaymentMethods';
import { WaysChoice } from '#islands/paymentMethods/WaysChoice';
import {
  Autocomplete,
  Button,
  Checkbox,
  Group,
  NativeSelect,
  SegmentedControl,
  Textarea,
  TextInput,
} from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from '../credit/Credit.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: NewRequestView };

export default function RequestEditorPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Editor view={view} />
    </OwnerShell>
  );
}

/** Credit and vouchers were paid for before: they are used on bookings. */
const paidWithMoney = waysToPay.filter((way) => way !== 'voucher' && way !== 'credit');

const kinds = [
  { value: 'lines', label: 'What lines come to' },
  { value: 'sum', label: 'Just a sum' },
  { value: 'smallest', label: 'From a sum on' },
];
const invoicings: readonly { readonly value: RequestInvoicing; readonly label: string }[] = [
  { value: 'sent', label: 'as it is sent: the tax is owed from then on' },
  { value: 'paid', label: 'as it is paid' },
  { value: 'no', label: 'not by itself' },
];

/** A payment asked for without a booking: of whom, what for, how much, until when; sent or as a link. */
function Editor({ view }: { readonly view: NewRequestView }) {
  const { business, zone, today } = useShell();
  const { currency } = business;
  const [draft, setDraft] = useState<RequestDraft>(() => firstDraft(view, { currency, today, newId: newKey }));
  const [asked, setAsked] = useState(false);
  const [ways, setWays] = useState(allShown);
  const accounts = usePaymentMethods();
  const action = useRoute(createRequest);
  const said = useSent();
  const clients = useKnownClients(view.known, draft.name);
  const change = (part: Partial<RequestDraft>): void => setDraft((before) => ({ ...before, ...part }));
  const around = { currency, zone, ways };
  const faults = draftFaults(draft, around);
  const fault = (path: string): string | null =>
    (asked ? faults[path] : undefined) ?? fieldMessage(action.problem, path, currency);
  const text = (
    name: 'name' | 'email' | 'note' | 'sum' | 'smallest' | 'reference' | 'terms' | 'privateNote' | 'copyTo',
  ) => ({
    value: draft[name],
    error: fault(name),
    onChange: (event: { currentTarget: { value: string } }) => change({ [name]: event.currentTarget.value }),
  });
  const make = async (send: boolean): Promise<void> => {
    setAsked(true);
    if (Object.keys(faults).length > 0) return;
    const bookingId = view.from.booking?.id ?? null;
    const made = await action.run(sentOf(draft, { requestKey: action.requestKey(), bookingId, send, ...around }));
    if (!made) return;
    if (made.url) {
      await navigator.clipboard?.writeText(made.url).catch(() => undefined);
      notifications.show({ title: `${made.number}: link copied`, message: made.url, autoClose: 8000 });
    } else said(made.messageId, `${made.number} goes out.`);
    setTimeout(() => location.assign(`/credit#${made.number}`), made.url ? 1200 : 600);
  };
  const missing = missingOf(action.problem?.detail);
  return (
    <>
      <PageHead
        trail={<a href="/credit">Requests</a>}
        title="Ask for a payment"
        sub={view.from.booking ? `About ${view.from.booking.number}, ${view.from.booking.title}` : 'Without a booking'}
      >
        <Group gap={8}>
          <Button variant="default" loading={action.busy} onClick={() => void make(false)}>
            Copy a link
          </Button>
          <Button loading={action.busy} onClick={() => void make(true)}>
            Send it
          </Button>
        </Group>
      </PageHead>
      <Problem problem={action.problem} currency={currency} />
      {missing.length > 0 && (
        <ul className={styles.missing}>
          {missing.map((each) => (
            <li key={each}>
              {missingWords[each].says} <a href={missingWords[each].path}>Add it</a>, or let it not be invoiced.
            </li>
          ))}
        </ul>
      )}
      <div className={styles.editor}>
        <div className={styles.form}>
          <div className={styles.two}>
            <Autocomplete
              label="Of whom"
              data={[...new Set(clients.map(({ name }) => name))]}
              value={draft.name}
              error={fault('name')}
              limit={8}
              onChange={(name) => {
                const client = clients.find((each) => each.name === name);
                change(client ? { name, email: client.email } : { name });
              }}
              data-autofocus
            />
            <TextInput label="E-mail" type="email" {...text('email')} />
          </div>
          <TextInput label="What for" description="As the payer reads it" maxLength={500} {...text('note')} />
          <SegmentedControl
            fullWidth
            aria-label="How much"
            value={draft.kind}
            onChange={(kind) => change({ kind: kind as RequestDraft['kind'] })}
            data={kinds}
          />
          {draft.kind === 'lines' ? (
            <RequestLinesForm {...{ draft, change, fault, currency }} taxes={view.taxes} />
          ) : (
            <TextInput
              label={`Sum, ${currency}`}
              description="What comes waits as the client’s credit"
              inputMode="decimal"
              {...text('sum')}
            />
          )}
          <div className={styles.two}>
            <DayField
              label="To be paid by"
              description="Empty: no day"
              value={draft.dueDay}
              error={fault('dueDay')}
              onChange={(dueDay) => change({ dueDay })}
            />
            {draft.kind === 'lines' ? (
              <TextInput
                label={`In parts from, ${currency}`}
                description="Empty: all at once"
                inputMode="decimal"
                {...text('smallest')}
              />
            ) : (
              <span />
            )}
          </div>
          {draft.kind === 'lines' && (
            <NativeSelect
              label="Invoiced"
              value={draft.invoiced}
              data={invoicings.map((each) => ({ ...each }))}
              onChange={(event) => change({ invoiced: event.currentTarget.value as RequestInvoicing })}
            />
          )}
          <div className={styles.two}>
            <TextInput
              label="Their reference"
              description="An order, a cost centre"
              maxLength={60}
              {...text('reference')}
            />
            <TextInput label="Copies to" description="Addresses, with commas between" {...text('copyTo')} />
          </div>
          <Textarea label="What holds for it" autosize minRows={2} maxLength={1000} {...text('terms')} />
          <Textarea
            label="Private note"
            description="For you alone"
            autosize
            minRows={1}
            maxLength={1000}
            {...text('privateNote')}
          />
          <Attachments value={draft.attachments} set={(attachments) => change({ attachments })} currency={currency} />
          <Checkbox
            label="The payer may add a tip"
            checked={draft.tip}
            onChange={(event) => change({ tip: event.currentTarget.checked })}
          />
          <details>
            <summary>Ways to pay, and an end</summary>
            <div className={styles.more}>
              <DayField
                label="Cannot be paid after"
                description="Empty: until it is paid or withdrawn"
                value={draft.until}
                error={fault('until')}
                onChange={(until) => change({ until })}
              />
              <WaysChoice
                value={ways}
                set={setWays}
                accounts={(accounts?.accounts ?? []).filter((account) => account.currency === currency)}
                among={paidWithMoney}
                label="Of those that all clients are shown"
                otherwise="the usual account"
              />
            </div>
          </details>
        </div>
        <RequestPreview draft={draft} view={view} currency={currency} />
      </div>
    </>
  );
}

const missingOf = (detail: Readonly<Record<string, unknown>> | undefined): MissingForDocument[] => {
  const named = detail?.missing;
  return Array.isArray(named) ? missingKinds.filter((each) => named.includes(each)) : [];
};
