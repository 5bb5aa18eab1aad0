import type { NewRequestView } from '#contracts/credit/views';
import { chosenTaxes, taxChoices } from '#islands/parts/taxChoices';
import { addLine, type RequestDraft } from '#islands/paymentRequests/requestDraft';
import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import { newKey } from '#islands/api';
import { NativeSelect, TextInput } from '@mantine/core';
import styles from '../credit/Credit.module.css';

type Props = {
  readonly draft: RequestDraft;
  readonly change: (part: Partial<RequestDraft>) => void;
  readonly fault: (path: string) => string | null;
  readonly taxes: NewRequestView['taxes'];
  readonly currency: string;
};

const discounts = [
  { value: 'none', label: 'no discount' },
  { value: 'percent', label: 'percent off all' },
  { value: 'amount', label: 'a sum off all' },
];

/** What a request sells, line by line, with what is taken off all of it. */
export function RequestLinesForm({ draft, change, fault, taxes, currency }: Props) {
  const rows = rowsOf(draft.lines, (lines) => change({ lines }));
  return (
    <div className={styles.lines}>
      <div className={styles.lineHead} aria-hidden>
        <span>What</span>
        <span>How many</span>
        <span>Each, {currency}</span>
        <span>Tax</span>
      </div>
      {draft.lines.map((line, index) => (
        <div key={line.id} className={styles.line}>
          <TextInput
            aria-label="What"
            maxLength={200}
            value={line.label}
            error={fault(`lines.${index}.label`)}
            onChange={(event) => rows.change(index, { label: event.currentTarget.value })}
          />
          <TextInput
            aria-label={`How many of ${line.label || 'it'}`}
            inputMode="decimal"
            value={line.quantity}
            error={fault(`lines.${index}.quantity`)}
            onChange={(event) => rows.change(index, { quantity: event.currentTarget.value })}
          />
          <TextInput
            aria-label={`Price of one ${line.label}`.trim()}
            inputMode="decimal"
            value={line.unitPrice}
            error={fault(`lines.${index}.unitPrice`)}
            onChange={(event) => rows.change(index, { unitPrice: event.currentTarget.value })}
          />
          <NativeSelect
            aria-label={`Tax of ${line.label}`.trim()}
            value={line.taxes.join(' ')}
            data={taxChoices(taxes, line.taxes)}
            onChange={(event) => rows.change(index, { taxes: chosenTaxes(event.currentTarget.value) })}
          />
          {draft.lines.length > 1 ? (
            <RemoveRow name={line.label || 'this line'} onClick={() => rows.remove(index)} />
          ) : (
            <span />
          )}
        </div>
      ))}
      <div className={styles.lineActions}>
        <AddRow disabled={draft.lines.length >= 50} onClick={() => rows.add(addLine(draft, newKey()))}>
          Add a line
        </AddRow>
        <NativeSelect
          aria-label="Taxes"
          value={draft.taxMode}
          data={[
            { value: 'inclusive', label: 'tax included' },
            { value: 'exclusive', label: 'tax on top' },
          ]}
          onChange={(event) => change({ taxMode: event.currentTarget.value as RequestDraft['taxMode'] })}
        />
        <NativeSelect
          aria-label="Discount on all of it"
          value={draft.discountKind}
          data={discounts}
          onChange={(event) =>
            change({ discountKind: event.currentTarget.value as RequestDraft['discountKind'], discount: '10' })
          }
        />
        {draft.discountKind !== 'none' && (
          <TextInput
            aria-label="How much off"
            className={styles.small}
            inputMode="decimal"
            value={draft.discount}
            error={fault('discount')}
            onChange={(event) => change({ discount: event.currentTarget.value })}
          />
        )}
      </div>
    </div>
  );
}
