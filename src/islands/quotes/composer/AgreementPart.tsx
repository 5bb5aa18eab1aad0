import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import { type Agreement, businessSigns } from '#core/agreements/agreement';
import { AgreementFields } from '#islands/agreements/AgreementFields';
import { drawnOf, type Part, placeId } from '#islands/quotes/composer/composing';
import { newId } from '#islands/quotes/composer/newId';
import { Button, Checkbox, NativeSelect, TextInput } from '@mantine/core';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { useState } from 'react';
import styles from './Compose.module.css';

/** Loaded when somebody writes: the editor is far larger than the rest of the page. */
const RichText = lazyComponent(
  () => import('#islands/agreements/RichText').then((part) => part.RichText),
  () => <p>One moment…</p>,
);

export const businessWords = {
  no: 'does not sign',
  first: 'signs first, before it is sent',
  last: 'signs last',
} as const satisfies Record<Agreement['business'], string>;

/** The agreement of this quote: its own copy, whatever happens to the one that it began with. */
export const AgreementPart = drawnOf(
  function AgreementPart(part: Part<'agreement'>) {
    const { draft, change, around } = part;
    const { agreement } = draft;
    const [writing, setWriting] = useState(false);
    const set = (next: Partial<Agreement>): void => change({ agreement: { ...agreement!, ...next } });
    const begin = (id: string): void =>
      change({ agreement: around.agreements.find((each) => each.id === id)?.agreement ?? null });
    return (
      <fieldset className={styles.part} id={placeId('agreement')} tabIndex={-1}>
        <legend>Agreement</legend>
        {!agreement ? (
          <NativeSelect
            label="What the client signs"
            value=""
            data={[
              { value: '', label: 'nothing' },
              ...around.agreements.map(({ id, agreement: { name } }) => ({ value: id, label: name })),
            ]}
            onChange={(event) => begin(event.currentTarget.value)}
          />
        ) : (
          <>
            <div className={styles.two}>
              <TextInput
                label="Name"
                value={agreement.name}
                maxLength={120}
                onChange={(event) => set({ name: event.currentTarget.value })}
              />
              <NativeSelect
                id={placeId('agreement.business')}
                label={around.business.name}
                value={agreement.business}
                data={businessSigns.map((value) => ({ value, label: businessWords[value] }))}
                onChange={(event) => set({ business: event.currentTarget.value as Agreement['business'] })}
              />
            </div>
            {writing ? (
              <>
                <RichText blocks={agreement.blocks} change={(blocks) => set({ blocks })} own={agreement.fields} />
                <AgreementFields fields={agreement.fields} change={(fields) => set({ fields })} />
              </>
            ) : (
              <div className={styles.lineActions}>
                <Button variant="default" size="compact-sm" onClick={() => setWriting(true)}>
                  Write in it, for this quote only
                </Button>
                <Button variant="subtle" size="compact-sm" color="gray" onClick={() => change({ agreement: null })}>
                  Nothing to sign
                </Button>
              </div>
            )}
            <Others agreement={agreement} set={set} />
          </>
        )}
      </fieldset>
    );
  },
  ['agreement'],
);

function Others({ agreement, set }: { agreement: Agreement; set: (next: Partial<Agreement>) => void }) {
  const { others, inOrder } = agreement;
  const rows = rowsOf(others, (next) => set({ others: next }));
  const { change } = rows;
  return (
    <>
      {others.map((other, index) => (
        <div key={other.id} className={styles.other} id={placeId(`agreement.others.${index}`)} tabIndex={-1}>
          <TextInput
            label="Also signs"
            value={other.name}
            maxLength={120}
            onChange={(event) => change(index, { name: event.currentTarget.value })}
          />
          <TextInput
            label="E-mail"
            type="email"
            value={other.email}
            maxLength={254}
            onChange={(event) => change(index, { email: event.currentTarget.value })}
          />
          <RemoveRow name={other.name || 'this signatory'} size={34} onClick={() => rows.remove(index)} />
        </div>
      ))}
      {others.length > 1 && (
        <Checkbox
          label="One after the other, in this order"
          checked={inOrder}
          onChange={(event) => set({ inOrder: event.currentTarget.checked })}
        />
      )}
      <AddRow
        className={styles.add}
        disabled={others.length >= 6}
        onClick={() => rows.add({ id: newId(), name: '', email: '' })}
      >
        Somebody else signs too
      </AddRow>
    </>
  );
}
