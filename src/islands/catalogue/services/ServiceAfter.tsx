import { type ClaimKind, claimKinds } from '#core/claims/said';
import { claimKindWords } from '#core/wording/booksWords';
import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import type { ServiceChapter } from '#islands/catalogue/services/serviceChapter';
import { emptyUsualClaim } from '#islands/catalogue/services/serviceDraft';
import { Group, NativeSelect, Switch, TextInput } from '@mantine/core';
import styles from './Services.module.css';

/** What is usually claimed after it, and which extra protects the client from that. */
export function ServiceAfter({ draft, change, error }: Omit<ServiceChapter, 'view'>) {
  const claims = rowsOf(draft.usualClaims ?? [], (next) => change({ usualClaims: next }));
  const extras = rowsOf(draft.extras, (next) => change({ extras: next }));
  return (
    <>
      <fieldset className={styles.extras}>
        <legend>Usual claims</legend>
        <p className={styles.note}>Proposed with their sums where you claim something; you change them as it was.</p>
        {(draft.usualClaims ?? []).map((claim, index) => (
          <Group key={claim.id} align="flex-start" wrap="nowrap" gap={8}>
            <NativeSelect
              w={150}
              aria-label="Kind"
              value={claim.what}
              data={claimKinds.map((value) => ({ value, label: claimKindWords[value] }))}
              onChange={(event) => claims.change(index, { what: event.currentTarget.value as ClaimKind })}
            />
            <TextInput
              flex={1}
              aria-label="Claim for"
              placeholder="Lost eyepiece cap"
              value={claim.reason}
              error={error(`usualClaims.${index}.reason`)}
              onChange={(event) => claims.change(index, { reason: event.currentTarget.value })}
            />
            <TextInput
              w={100}
              aria-label={`Sum of ${claim.reason}`}
              placeholder="12.00"
              inputMode="decimal"
              value={claim.amount}
              error={error(`usualClaims.${index}.amount`)}
              onChange={(event) => claims.change(index, { amount: event.currentTarget.value })}
            />
            <RemoveRow name={claim.reason} onClick={() => claims.remove(index)} />
          </Group>
        ))}
        <AddRow disabled={(draft.usualClaims ?? []).length >= 20} onClick={() => claims.add(emptyUsualClaim())}>
          Add a usual claim
        </AddRow>
      </fieldset>
      <fieldset className={styles.extras}>
        <legend>Damage waiver</legend>
        <p className={styles.note}>
          {draft.extras.length === 0
            ? 'An extra can lower what is held and what can be claimed at most: make one under Price first.'
            : 'A booking with this extra is held, and can be claimed from, up to these sums at most.'}
        </p>
        {draft.extras.map((extra, index) => (
          <Group key={extra.id} align="center" wrap="nowrap" gap={8}>
            <Switch
              flex={1}
              label={extra.label || 'An extra without a name'}
              checked={extra.waiver !== undefined}
              onChange={(event) =>
                extras.change(index, { waiver: event.currentTarget.checked ? { hold: '0', most: '100' } : undefined })
              }
            />
            {extra.waiver && (
              <>
                <TextInput
                  w={110}
                  label="Held"
                  inputMode="decimal"
                  value={extra.waiver.hold}
                  error={error(`extras.${index}.waiver.hold`)}
                  onChange={(event) =>
                    extras.change(index, { waiver: { ...extra.waiver!, hold: event.currentTarget.value } })
                  }
                />
                <TextInput
                  w={110}
                  label="Claimed at most"
                  inputMode="decimal"
                  value={extra.waiver.most}
                  error={error(`extras.${index}.waiver.most`)}
                  onChange={(event) =>
                    extras.change(index, { waiver: { ...extra.waiver!, most: event.currentTarget.value } })
                  }
                />
              </>
            )}
          </Group>
        ))}
      </fieldset>
    </>
  );
}
