import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import { type FillField, fillKinds } from '#core/agreements/agreement';
import { newId } from '#islands/quotes/composer/newId';
import { Checkbox, NativeSelect, TextInput } from '@mantine/core';
import styles from './Agreements.module.css';

const kindWords = { text: 'a text', date: 'a date', choice: 'one of these', initials: 'initials' } as const;

type Props = { readonly fields: readonly FillField[]; readonly change: (fields: readonly FillField[]) => void };

/** What the client fills in before signing. Put into the text by its label. */
export function AgreementFields({ fields, change }: Props) {
  const rows = rowsOf(fields, change);
  const set = rows.change;
  return (
    <div className={styles.fields}>
      {fields.map((field, index) => (
        <div key={field.id} className={styles.field}>
          <TextInput
            label="The client fills in"
            value={field.label}
            maxLength={60}
            error={field.label.trim() === '' ? 'a label is needed' : null}
            onChange={(event) => set(index, { label: event.currentTarget.value })}
          />
          <NativeSelect
            label="as"
            value={field.kind}
            data={fillKinds.map((value) => ({ value, label: kindWords[value] }))}
            onChange={(event) => set(index, { kind: event.currentTarget.value as FillField['kind'] })}
          />
          <Checkbox
            label="needed"
            checked={field.required}
            onChange={(event) => set(index, { required: event.currentTarget.checked })}
          />
          <RemoveRow name={field.label || 'this field'} size={34} onClick={() => rows.remove(index)} />
          {field.kind === 'choice' && (
            <TextInput
              className={styles.choices}
              label="Choices, with commas between them"
              value={field.choices.join(',')}
              onChange={(event) => set(index, { choices: event.currentTarget.value.split(',').slice(0, 20) })}
            />
          )}
        </div>
      ))}
      <AddRow
        disabled={fields.length >= 20}
        onClick={() => rows.add({ id: newId(), label: '', kind: 'text', choices: [], required: true })}
      >
        Add something to fill in
      </AddRow>
    </div>
  );
}
