import { DayField } from '#islands/parts/DayField';
import { WallField } from '#islands/parts/WallField';
import { dayOfWall } from '#core/calendar/typedDay';
import { expiryKinds, settlings } from '#core/quotes/draft';
import { settlingWords } from '#core/wording/quoteWords';
import { drawnOf, type Part, placeId, textField } from '#islands/quotes/composer/composing';
import { withDates, withService } from '#islands/quotes/composer/fromService';
import { useKnownClients } from '#islands/parts/useKnownClients';
import { Attachments } from '#islands/parts/Attachments';
import { Autocomplete, NativeSelect, Textarea, TextInput } from '@mantine/core';
import styles from './Compose.module.css';

const whoShows = ['clientName', 'clientEmail', 'copyTo'] as const;

export const Who = drawnOf(function Who(part: Part<(typeof whoShows)[number]>) {
  const { draft, change, around } = part;
  const clients = useKnownClients(around.clients, draft.clientName);
  const choose = (name: string): void => {
    const known = clients.find((client) => client.name === name);
    change({ clientName: name, ...(known ? { clientEmail: known.email } : {}) });
  };
  return (
    <fieldset className={styles.part}>
      <legend>For whom</legend>
      <div className={styles.two}>
        <Autocomplete
          id={placeId('clientName')}
          label="Client"
          data={[...new Set(clients.map(({ name }) => name))]}
          limit={6}
          value={draft.clientName}
          onChange={(clientName) => change({ clientName })}
          onOptionSubmit={choose}
          maxLength={120}
        />
        <TextInput label="E-mail" type="email" {...textField(part, 'clientEmail')} maxLength={254} />
      </div>
      <TextInput label="A copy to (addresses, if any)" {...textField(part, 'copyTo')} maxLength={600} />
    </fieldset>
  );
}, whoShows);

export function What(part: Part) {
  const { draft, change, around } = part;
  const { timeZone } = around.context;
  const service = around.services.find(({ id }) => id === draft.serviceId);
  const choose = (id: string): void => {
    const next = around.services.find((each) => each.id === id);
    if (next) change(withService(draft, next, service, timeZone));
  };
  const date = (name: 'start' | 'end', value: string): void =>
    change(withDates(draft, { [name]: value }, service, timeZone));
  return (
    <fieldset className={styles.part}>
      <legend>What</legend>
      <div className={styles.two}>
        <NativeSelect
          id={placeId('serviceId')}
          label="Service"
          value={draft.serviceId}
          data={[
            ...(draft.serviceId === '' ? [{ value: '', label: 'choose' }] : []),
            ...around.services.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(event) => choose(event.currentTarget.value)}
        />
        <TextInput label="As the client reads it" {...textField(part, 'title')} maxLength={120} />
        <WallField
          label="Begins"
          {...textField(part, 'start')}
          service={draft.serviceId || undefined}
          onChange={(next) => date('start', next)}
        />
        <WallField
          label="Ends"
          {...textField(part, 'end')}
          from={dayOfWall(draft.start)}
          onChange={(next) => date('end', next)}
        />
      </div>
    </fieldset>
  );
}

const expiryWords = { none: 'never', hours: 'hours after it is sent', days: 'days after it is sent', date: 'on a day' };

const howPaidShows = ['termsId', 'settling', 'accountDays', 'expiryKind', 'expiry'] as const;

export const HowPaid = drawnOf(function HowPaid(part: Part<(typeof howPaidShows)[number]>) {
  const { draft, change, around } = part;
  return (
    <fieldset className={styles.part}>
      <legend>How it is paid, and until when it stands</legend>
      <div className={styles.two}>
        <NativeSelect
          id={placeId('termsId')}
          label="Terms"
          value={draft.termsId}
          data={[
            ...(draft.termsId === '' ? [{ value: '', label: 'choose' }] : []),
            ...around.termsNames.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(event) => change({ termsId: event.currentTarget.value })}
        />
        <NativeSelect
          label="Paid"
          value={draft.settling}
          data={settlings.map((value) => ({ value, label: settlingWords[value] }))}
          onChange={(event) => change({ settling: event.currentTarget.value as (typeof settlings)[number] })}
        />
        {draft.settling === 'account' && (
          <TextInput label="Days after the end" inputMode="numeric" {...textField(part, 'accountDays')} />
        )}
        <NativeSelect
          label="Expires"
          value={draft.expiryKind}
          data={expiryKinds.map((value) => ({ value, label: expiryWords[value] }))}
          onChange={(event) => {
            const expiryKind = event.currentTarget.value as (typeof expiryKinds)[number];
            change({ expiryKind, expiry: { none: '', hours: '48', days: '7', date: '' }[expiryKind] });
          }}
        />
        {draft.expiryKind === 'date' && (
          <DayField label="Last day" {...textField(part, 'expiry')} onChange={(expiry) => change({ expiry })} />
        )}
        {(draft.expiryKind === 'hours' || draft.expiryKind === 'days') && (
          <TextInput
            label={{ hours: 'Hours', days: 'Days' }[draft.expiryKind]}
            inputMode="numeric"
            {...textField(part, 'expiry')}
          />
        )}
      </div>
    </fieldset>
  );
}, howPaidShows);

const area = { autosize: true, minRows: 2, maxRows: 12 } as const;

const wordsShows = [
  'subject',
  'note',
  'included',
  'thanks',
  'nextPage',
  'reference',
  'attachments',
  'privateNote',
] as const;

export const Words = drawnOf(function Words(part: Part<(typeof wordsShows)[number]>) {
  return (
    <fieldset className={styles.part}>
      <legend>Words</legend>
      <TextInput label="Subject of the message" {...textField(part, 'subject')} maxLength={200} />
      <Textarea label="To the client" {...area} {...textField(part, 'note')} maxLength={5000} />
      <Textarea label="What is included" {...area} {...textField(part, 'included')} maxLength={5000} />
      <Textarea label="Shown once it is paid" {...area} {...textField(part, 'thanks')} maxLength={2000} />
      <div className={styles.two}>
        <TextInput
          label="A page to go on to, then"
          placeholder="https://"
          {...textField(part, 'nextPage')}
          maxLength={500}
        />
        <TextInput label="Reference" {...textField(part, 'reference')} maxLength={80} />
      </div>
      <Attachments
        value={part.draft.attachments}
        set={(attachments) => part.change({ attachments })}
        currency={part.currency}
      />
      <Textarea label="Only for you" {...area} {...textField(part, 'privateNote')} maxLength={5000} />
    </fieldset>
  );
}, wordsShows);
