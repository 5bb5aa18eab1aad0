import type { NewRequestView } from '#contracts/credit/views';
import { isPlainDate } from '#core/calendar/days';
import { formatMoney } from '#core/money/formatMoney';
import { parseAmount } from '#core/money/parseAmount';
import { longDate } from '#core/wording/days';
import { requestRows } from '#core/wording/requestWords';
import { type RequestDraft, priceOfDraft } from '#islands/paymentRequests/requestDraft';
import { RequestSheet } from '#islands/paymentRequests/requestPage/RequestSheet';
import { useShell } from '#islands/shell/useShell';
import styles from '../credit/Credit.module.css';

type Props = { readonly draft: RequestDraft; readonly view: NewRequestView; readonly currency: string };

/** The request as its payer will read it, while it is written. */
export function RequestPreview({ draft, view, currency }: Props) {
  const { business, today } = useShell();
  const { kind, note, name, dueDay, sum } = draft;
  const price = kind === 'lines' ? priceOfDraft(draft, { currency, taxes: view.taxes }) : null;
  const labels = Object.fromEntries(view.taxes.map(({ code, label }) => [code, label]));
  const rows = price ? requestRows(price, labels) : [];
  const typed = kind === 'lines' ? null : parseAmount(sum, currency);
  return (
    <section className={styles.preview} aria-label="As it reads">
      <h2>As it reads</h2>
      <div className={styles.sheet}>
        <h3>{note.trim() || 'What it is for'}</h3>
        <p className={styles.asks}>
          {business.name} asks {name.trim() || 'your client'} for a payment
          {isPlainDate(dueDay) && `, by ${longDate(dueDay, today)}`}
        </p>
        {typed !== null && (
          <p className={styles.big}>
            {kind === 'smallest' && 'from '}
            {formatMoney(typed, currency)}
          </p>
        )}
        <RequestSheet rows={rows} reference={draft.reference} terms={draft.terms} attachments={draft.attachments} />
        {kind === 'lines' && !price && <p className={styles.none}>A line with its price makes a sum here.</p>}
      </div>
    </section>
  );
}
