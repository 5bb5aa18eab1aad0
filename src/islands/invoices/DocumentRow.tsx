import { sendDocument } from '#contracts/routes/invoices';
import type { DocumentLineView, DocumentState } from '#contracts/invoices/views';
import { formatMoney } from '#core/money/formatMoney';
import { shortDate } from '#core/wording/days';
import { documentTitle } from '#core/wording/documentWords';
import { RowMenu } from '#islands/parts/RowMenu';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import styles from './Invoices.module.css';

const stateWords: Readonly<Record<DocumentState, string>> = {
  open: 'to be paid',
  overdue: 'overdue',
  paid: 'paid',
  credited: 'taken back',
  issued: '',
};
const stateTones: Readonly<Record<DocumentState, string>> = {
  open: 'm-due',
  overdue: 'm-late',
  paid: 'm-received',
  credited: 'm-back',
  issued: 'm-back',
};

/** How it stands with a document, in words with its day. */
export function DocumentStateWords({ document }: { readonly document: DocumentLineView }) {
  const { today } = useShell();
  const { state, dueDay, kind, of, open, currency, left, total } = document;
  const due = dueDay && (state === 'open' || state === 'overdue') ? ` by ${shortDate(dueDay, today)}` : '';
  const part = open > 0 && open !== total ? ` ${formatMoney(open, currency)}` : '';
  const partly = kind !== 'credit' && left > 0 && left !== total ? `, ${formatMoney(left, currency)} left` : '';
  return (
    <span className={styles.state}>
      <i className={stateTones[state]} />
      {kind === 'credit' ? `takes back ${of}` : `${stateWords[state]}${part}${due}${partly}`}
    </span>
  );
}

/** What can be done with a document that was issued: it is never changed. */
export function DocumentMenu({
  document,
  credit,
}: {
  readonly document: DocumentLineView;
  readonly credit?: (() => void) | undefined;
}) {
  const send = useRoute(sendDocument);
  const { number, kind, left, asData } = document;
  const again = async (): Promise<void> => {
    const sent = await send.attempt({ number, requestKey: send.requestKey() });
    notifications.show({
      message: sent ? `${number} goes out.` : `${number} could not be sent: its message is switched off.`,
    });
  };
  return (
    <RowMenu label={`More of ${number}`}>
      <Menu.Item component="a" href={`/documents/${number}.pdf`}>
        {asData ? 'PDF, with the data inside' : 'PDF'}
      </Menu.Item>
      {asData && (
        <Menu.Item component="a" href={`/documents/${number}.xml`}>
          Data alone (UBL)
        </Menu.Item>
      )}
      <Menu.Item onClick={() => void again()}>Send it to the client</Menu.Item>
      {credit && kind !== 'credit' && left > 0 && <Menu.Item onClick={credit}>Take it back…</Menu.Item>}
    </RowMenu>
  );
}

/** One document of a booking. */
export function DocumentRow({
  document,
  credit,
}: {
  readonly document: DocumentLineView;
  readonly credit: () => void;
}) {
  const { today } = useShell();
  const { number, kind, day, total, currency } = document;
  return (
    <div className={styles.small}>
      <div>
        <a href={`/documents/${number}.pdf`}>
          {documentTitle[kind]} {number}
        </a>
        <span>
          {shortDate(day, today)} · <DocumentStateWords document={document} />
        </span>
      </div>
      <b className="num">{formatMoney(total, currency)}</b>
      <DocumentMenu document={document} credit={credit} />
    </div>
  );
}
