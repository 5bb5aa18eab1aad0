import type { CreditView, RequestLine } from '#contracts/credit/views';
import { copyRequestLink, invoiceRequest, sendRequest, withdrawRequest } from '#contracts/routes/paymentRequests';
import { formatMoney } from '#core/money/formatMoney';
import { missingWords } from '#core/wording/documentWords';
import { shortDate, shortMoment } from '#core/wording/days';
import { Problem } from '#islands/parts/Problem';
import { RowMenu } from '#islands/parts/RowMenu';
import { useRoute } from '#islands/parts/useRoute';
import { useSent } from '#islands/parts/useSent';
import { useShell } from '#islands/shell/useShell';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Button, Group, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from '../credit/Credit.module.css';

const RecordRequestDialog = lazyComponent(() =>
  import('#islands/paymentRequests/RecordRequestDialog').then((part) => part.RecordRequestDialog),
);

const goingWords = {
  waits: 'Its message goes out in a minute',
  outgoing: 'Its message is on its way to the mail server',
  failed: 'Its message could not be delivered; send it again, or copy the link',
} as const;
const stateWords = { open: 'waiting', partly: 'still open', paid: 'paid', over: 'no longer asked for' } as const;
const stateTones = { open: 'm-due', partly: 'm-due', paid: 'm-received', over: 'm-back' } as const;

/** What is asked for without a booking, the newest first. */
export function Requests({ requests }: Pick<CreditView, 'requests'>) {
  return (
    <section aria-label="Payment requests">
      {requests.length === 0 && (
        <p className={styles.none}>
          Nothing is asked for. What is paid for lines is sold; any other sum waits as the client’s credit.
        </p>
      )}
      <ul className={styles.requests}>
        {requests.map((request) => (
          <Request key={request.id} request={request} />
        ))}
      </ul>
    </section>
  );
}

/** The sum that counts: what is still open, or what has come. */
function sumOf({ state, paid, left, amount, smallest, currency }: RequestLine): string {
  if (state === 'paid') return formatMoney(paid, currency);
  if (amount === null) return `from ${formatMoney(smallest!, currency)}`;
  return formatMoney(left ?? amount, currency);
}

function Request({ request }: { readonly request: RequestLine }) {
  const { zone, today } = useShell();
  const { id, number, state, late, currency } = request;
  const open = state === 'open' || state === 'partly';
  const about = [
    request.dueDay && open ? `by ${shortDate(request.dueDay, today)}` : '',
    state === 'partly'
      ? `${formatMoney(request.paid, currency)} of ${formatMoney(request.amount!, currency)} has come`
      : '',
  ].filter(Boolean);
  return (
    <li id={number} data-state={state}>
      <div className={styles.what}>
        <b>{request.client}</b>
        <span>
          {number} · {request.note}
        </span>
        {(request.booking || request.reference || request.documents.length > 0) && (
          <span className={styles.refers}>
            {request.booking && <a href={`/bookings/${request.booking}`}>{request.booking}</a>}
            {request.reference && request.reference !== request.booking && <span>ref. {request.reference}</span>}
            {request.documents.map((document) => (
              <a key={document} href={`/documents/${document}.pdf`}>
                {document}
              </a>
            ))}
          </span>
        )}
        {request.privateNote && <span className={styles.private}>{request.privateNote}</span>}
        {request.missing.length > 0 && (
          <span className={styles.held} role="status">
            Not invoiced: {request.missing.map((each) => missingWords[each].says).join(' ')}{' '}
            <a href={missingWords[request.missing[0]!].path}>Add it</a>
          </span>
        )}
        <ul className={styles.happened}>
          {request.going && (
            <li>
              <span role="status">{goingWords[request.going]}</span>
            </li>
          )}
          {request.happened.slice(0, 4).map(({ at, what }, index) => (
            <li key={index}>
              {shortMoment(at, zone, today)}: {what}
            </li>
          ))}
        </ul>
      </div>
      <div className={styles.sum}>
        <i className={late ? 'm-late' : stateTones[state]} />
        <b className="num">{sumOf(request)}</b>
        <span>{late ? 'overdue' : stateWords[state]}</span>
        {about.map((each) => (
          <span key={each}>{each}</span>
        ))}
      </div>
      <Acts request={request} open={open} id={id} />
    </li>
  );
}

function Acts({ request, open, id }: { readonly request: RequestLine; readonly open: boolean; readonly id: string }) {
  const copy = useRoute(copyRequestLink);
  const send = useRoute(sendRequest);
  const withdraw = useRoute(withdrawRequest);
  const invoice = useRoute(invoiceRequest);
  const said = useSent();
  const [recording, setRecording] = useState(false);
  const copyLink = async (): Promise<void> => {
    const made = await copy.run({ requestId: id });
    if (!made) return;
    await navigator.clipboard?.writeText(made.url).catch(() => undefined);
    notifications.show({ title: 'Link copied', message: made.url });
  };
  const again = async (): Promise<void> => {
    const sent = await send.run({ requestId: id });
    if (sent) said(sent.messageId, sent.messageId ? 'It goes out again.' : 'It is on its way already.');
  };
  const problem = copy.problem ?? send.problem ?? withdraw.problem ?? invoice.problem;
  return (
    <div className={styles.acts}>
      <Group gap={4} justify="flex-end">
        {open && (
          <>
            <Button variant="default" size="compact-sm" onClick={() => void again()}>
              Send
            </Button>
            <Button variant="default" size="compact-sm" onClick={() => void copyLink()}>
              Copy the link
            </Button>
          </>
        )}
        {!request.voucher && (
          <RowMenu label={`More for ${request.number}`}>
            {open && <Menu.Item onClick={() => setRecording(true)}>It came in another way</Menu.Item>}
            {request.canInvoice && (
              <Menu.Item onClick={() => void invoice.run({ requestId: id })}>Invoice it</Menu.Item>
            )}
            <Menu.Item component="a" href={`/credit/new?request=${request.number}`}>
              Make another like it
            </Menu.Item>
            {open && (
              <Menu.Item color="red" onClick={() => void withdraw.run({ requestId: id })}>
                Withdraw
              </Menu.Item>
            )}
          </RowMenu>
        )}
      </Group>
      <Problem problem={problem} currency={request.currency} />
      {recording && <RecordRequestDialog request={request} close={() => setRecording(false)} />}
    </div>
  );
}
