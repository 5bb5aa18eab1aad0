import { serviceColours, serviceKinds } from '#core/catalogue/service';
import type { ServiceChapter } from '#islands/catalogue/services/serviceChapter';
import type { ServiceDraft } from '#islands/catalogue/services/serviceDraft';
import { kindWords } from '#islands/catalogue/services/serviceWords';
import { Autocomplete, Group, NativeSelect, Switch, TextInput } from '@mantine/core';
import styles from './Services.module.css';

/** What a service is called and is, where it stands, and which terms its bookings get. */
export function ServiceBasics({ view, draft, change, error }: ServiceChapter) {
  const groups = [...new Set(view.services.flatMap(({ group }) => group || []))].sort();
  return (
    <>
      <TextInput
        label="Name"
        value={draft.name}
        error={error('name')}
        maxLength={120}
        onChange={(event) => change({ name: event.currentTarget.value })}
        data-autofocus
      />
      <Group grow align="flex-start">
        <NativeSelect
          label="Kind"
          value={draft.kind}
          data={serviceKinds.map((kind) => ({ value: kind, label: kindWords[kind] }))}
          onChange={(event) => change({ kind: event.currentTarget.value as ServiceDraft['kind'] })}
        />
        <NativeSelect
          label="Terms of new bookings"
          value={draft.termsId}
          error={error('termsId')}
          data={view.terms.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(event) => change({ termsId: event.currentTarget.value })}
        />
      </Group>
      <Autocomplete
        label="Group"
        description="A heading of your own on the booking page; empty: under that of its kind"
        data={groups}
        maxLength={60}
        value={draft.group}
        error={error('group')}
        onChange={(group) => change({ group })}
      />
      <div role="radiogroup" aria-label="Colour" className={styles.colours}>
        {serviceColours.map((colour) => (
          <button
            key={colour}
            type="button"
            role="radio"
            aria-checked={draft.colour === colour}
            aria-label={colour}
            data-colour={colour}
            onClick={() => change({ colour })}
          />
        ))}
      </div>
      <Switch
        label="No longer offered for new bookings"
        checked={draft.retired}
        onChange={(event) => change({ retired: event.currentTarget.checked })}
      />
    </>
  );
}
