import { type ClaimKind, claimKinds } from '#core/claims/said';
import { claimKindWords } from '#core/wording/booksWords';
import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import { CloseOutBooking } from '#contracts/bookings/owner';
import { closeOut } from '#contracts/routes/closeout';
import type { CloseOutView } from '#contracts/bookings/views';
import { closeout } from '#core/closeout/closeout';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { newKey } from '#islands/api';
import { faultsOf } from '#islands/parts/contractForm';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Checkbox, NativeSelect, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { type SubmitEvent, useState } from 'react';
import styles from './CloseOut.module.css';

type ClaimDraft = { readonly id: string; readonly kind: ClaimKind; readonly reason: string; readonly amount: string };
const holdVerbs = { take: 'Capture', taken: 'captured', release: 'release', letGo: 'released' } as const;
const depositVerbs = { take: 'Keep', taken: 'kept', release: 'give back', letGo: 'given back' } as const;

type Props = { readonly line: CloseOutView['queue'][number]; readonly done: () => void };

const blank = (): ClaimDraft => ({ id: newKey(), kind: 'damage', reason: '', amount: '' });

/** Claims with reason and sum; what is captured, released and left owed stands beside them with each keystroke. */
export function ClaimForm({ line, done }: Props) {
  const { currency, outstanding, security } = line;
  const held = security > 0 ? security : line.held;
  const verbs = security > 0 ? depositVerbs : holdVerbs;
  const [drafts, setDrafts] = useState<readonly ClaimDraft[]>([blank()]);
  const [coverBalance, setCover] = useState(false);
  const [asked, setAsked] = useState(false);
  const action = useRoute(closeOut);
  const rows = rowsOf(drafts, setDrafts);
  const used = drafts.filter((draft) => draft.reason.trim() !== '' || draft.amount.trim() !== '');
  const claims = used.map((draft) => ({
    id: draft.id,
    kind: draft.kind,
    reason: draft.reason,
    amount: parseAmount(draft.amount, currency) ?? zero,
  }));
  const sent = { bookingId: line.id, claims, coverBalance };
  const faults = faultsOf(CloseOutBooking, sent, {});
  const faultOf = (draft: ClaimDraft, name: 'reason' | 'amount'): string | undefined =>
    asked || (name === 'amount' && draft.amount !== '') ? faults[`claims.${used.indexOf(draft)}.${name}`] : undefined;
  const figures = closeout({ held, claims, outstanding, coverBalance });
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    setAsked(true);
    if (Object.keys(faults).length > 0) return;
    const closed = await action.run(sent);
    if (!closed) return;
    const words = [
      figures.capture > 0 && `${formatAmount(figures.capture, currency)} ${verbs.taken}`,
      figures.release > 0 && `${formatAmount(figures.release, currency)} ${verbs.letGo}`,
    ].filter(Boolean);
    notifications.show({ title: `${line.client} is closed`, message: words.join(', ') || 'Nothing was held.' });
    done();
  };
  const verb =
    figures.capture > 0
      ? `${verbs.take} ${formatMoney(figures.capture, currency)}, ${verbs.release} ${formatAmount(figures.release, currency)}`
      : held > 0
        ? `Claim nothing, ${verbs.release} ${formatMoney(held, currency)}`
        : 'Close';
  return (
    <form className={styles.form} onSubmit={(event) => void submit(event)} noValidate>
      <div className={styles.claims}>
        {drafts.map((draft, index) => (
          <div key={draft.id} className={styles.claim}>
            <NativeSelect
              label={index === 0 ? 'Kind' : undefined}
              aria-label="Kind"
              value={draft.kind}
              onChange={(event) => rows.change(index, { kind: event.currentTarget.value as ClaimKind })}
              data={claimKinds.map((value) => ({ value, label: claimKindWords[value] }))}
            />
            <TextInput
              label={index === 0 ? 'Claim for' : undefined}
              aria-label="Claim for"
              placeholder="dew heater missing"
              value={draft.reason}
              maxLength={200}
              autoFocus={index === drafts.length - 1}
              onChange={(event) => rows.change(index, { reason: event.currentTarget.value })}
              error={faultOf(draft, 'reason')}
            />
            <TextInput
              label={index === 0 ? `Sum, ${currency}` : undefined}
              aria-label={`Sum, ${currency}`}
              placeholder="0.00"
              inputMode="decimal"
              value={draft.amount}
              onChange={(event) => rows.change(index, { amount: event.currentTarget.value })}
              error={faultOf(draft, 'amount')}
              classNames={{ input: styles.amount! }}
            />
            <RemoveRow name="this claim" disabled={drafts.length === 1} onClick={() => rows.remove(index)} />
          </div>
        ))}
        <AddRow disabled={drafts.length >= 20} onClick={() => rows.add(blank())}>
          Another claim
        </AddRow>
        {line.coversBalance && outstanding > 0 && held > 0 && (
          <Checkbox
            mt="xs"
            checked={coverBalance}
            onChange={(event) => setCover(event.currentTarget.checked)}
            label={`Take the balance of ${formatAmount(outstanding, currency)} from the hold too, as the client agreed`}
          />
        )}
      </div>
      <div className={styles.outcome}>
        <dl aria-live="polite">
          <dt>
            <i className="m-captured" /> captured
          </dt>
          <dd className="num">{formatAmount(figures.capture, currency)}</dd>
          <dt>
            <i className="m-back" /> released
          </dt>
          <dd className="num">{formatAmount(figures.release, currency)}</dd>
          {figures.shortfall > 0 && (
            <>
              <dt className="t-late">
                <i className="m-late" /> more than is held; asked for
              </dt>
              <dd className="num t-late">{formatAmount(figures.shortfall, currency)}</dd>
            </>
          )}
          {figures.outstanding > 0 && (
            <>
              <dt>
                <i className="m-due" /> balance still to pay
              </dt>
              <dd className="num">{formatAmount(figures.outstanding, currency)}</dd>
            </>
          )}
        </dl>
        <Problem problem={action.problem} currency={currency} />
        {held > 0 && <p className={styles.final}>This cannot be undone.</p>}
        <Button type="submit" fullWidth loading={action.busy}>
          {verb}
        </Button>
      </div>
    </form>
  );
}
