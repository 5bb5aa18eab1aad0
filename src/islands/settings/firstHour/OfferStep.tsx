import { BeginOffer } from '#contracts/settings/begin';
import { beginOffer } from '#contracts/routes/settings';
import { dayOfWall, endAfter } from '#core/calendar/typedDay';
import { formatMoney } from '#core/money/formatMoney';
import { serviceKinds } from '#core/catalogue/service';
import { kindWords, type OfferDraft, offerOf } from '#islands/settings/firstHour/offerDraft';
import type { StepProps } from '#islands/settings/firstHour/stepProps';
import { fieldMessage } from '#islands/format/problemSentence';
import { basisWords } from '#islands/bookings/newBooking/priceWords';
import { faultsOf } from '#islands/parts/contractForm';
import { Problem } from '#islands/parts/Problem';
import { useReady } from '#islands/parts/useReady';
import { useRoute } from '#islands/parts/useRoute';
import { WallField } from '#islands/parts/WallField';
import { WeekForm } from '#islands/places/setUp/WeekForm';
import { useShell } from '#islands/shell/useShell';
import { Button, Group, NativeSelect, TextInput } from '@mantine/core';
import { type SubmitEvent, useState } from 'react';
import styles from './Begin.module.css';

const empty = {
  kind: 'appointment',
  name: '',
  price: '',
  minutes: '60',
  atOnce: '1',
  by: 'day',
  units: '1',
  start: '',
  end: '',
  seats: '12',
  days: '30',
} as const;

/** Kind, name, price and when: of these few words a service is made that can be booked. */
export function OfferStep({ view, done }: StepProps) {
  const { business } = useShell();
  const ready = useReady();
  const { currency } = business;
  const { hours, services } = view.services;
  const [draft, setDraft] = useState<OfferDraft>({ ...empty, week: hours.week });
  const [asked, setAsked] = useState(false);
  const make = useRoute(beginOffer);
  const change = (part: Partial<OfferDraft>): void => {
    make.clear();
    setDraft({ ...draft, ...part });
  };
  const sent = (requestKey: string) => offerOf(draft, { requestKey, currency, days: hours.days });
  const faults = asked
    ? faultsOf<Record<string, string>>(BeginOffer, sent('not sent yet'), { unitPrice: 'price' })
    : {};
  const error = (name: string) =>
    faults[name] ?? fieldMessage(make.problem, name === 'price' ? 'unitPrice' : name, currency);
  const text = (name: keyof OfferDraft, label: string) => ({
    label,
    value: String(draft[name]),
    error: error(name),
    onChange: (event: { currentTarget: { value: string } }) => change({ [name]: event.currentTarget.value }),
  });
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    setAsked(true);
    const offer = sent(make.requestKey());
    if (!BeginOffer.safeParse(offer).success) return;
    if (await make.run(offer)) done();
  };
  const made = services.find(({ id }) => id === view.serviceId);
  if (made)
    return (
      <>
        <p className={styles.made}>
          <i className="m-received" aria-hidden="true" /> <b>{made.name}</b>,{' '}
          {formatMoney(made.unitPrice, made.currency)} {basisWords[made.basis]}. Extras, pictures of it and all else
          stand under <a href="/services">Services</a>.
        </p>
        <Button onClick={done}>Go on</Button>
      </>
    );
  return (
    <form onSubmit={(event) => void submit(event)} noValidate>
      <fieldset disabled={!ready} className={styles.fields}>
        <div className={styles.kinds} role="radiogroup" aria-label="What kind it is">
          {serviceKinds.map((kind) => (
            <button
              key={kind}
              type="button"
              role="radio"
              aria-checked={draft.kind === kind}
              onClick={() => change({ kind })}
            >
              <b>{kindWords[kind].title}</b>
              <span>{kindWords[kind].what}</span>
            </button>
          ))}
        </div>
        <TextInput {...text('name', 'What it is called')} placeholder="First-night lesson" maxLength={120} />
        <Group grow align="flex-start">
          <TextInput
            {...text(
              'price',
              `Price, ${currency}, ${draft.kind === 'rental' ? `for one ${draft.by}` : kindWords[draft.kind].per}`,
            )}
            inputMode="decimal"
          />
          {draft.kind === 'appointment' && (
            <>
              <TextInput {...text('minutes', 'How many minutes')} inputMode="numeric" />
              <TextInput {...text('atOnce', 'How many at the same time')} inputMode="numeric" />
            </>
          )}
          {draft.kind === 'rental' && (
            <>
              <NativeSelect
                label="By"
                value={draft.by}
                data={['hour', 'day', 'night']}
                onChange={(event) => change({ by: event.currentTarget.value as OfferDraft['by'] })}
              />
              <TextInput {...text('units', 'How many you have')} inputMode="numeric" />
            </>
          )}
          {draft.kind === 'event' && <TextInput {...text('seats', 'Seats')} inputMode="numeric" />}
          {draft.kind === 'project' && <TextInput {...text('days', 'Days it usually takes')} inputMode="numeric" />}
        </Group>
        {draft.kind === 'event' && (
          <Group grow align="flex-start">
            <WallField
              label="The first date begins"
              value={draft.start}
              error={error('start')}
              onChange={(start) => change({ start, end: endAfter(draft.start, draft.end, start) ?? draft.end })}
            />
            <WallField
              label="and ends"
              from={dayOfWall(draft.start)}
              value={draft.end}
              error={error('end')}
              onChange={(end) => change({ end })}
            />
          </Group>
        )}
        {(draft.kind === 'appointment' || draft.kind === 'rental') && (
          <div>
            <p className={styles.label}>When you are open</p>
            <WeekForm week={draft.week} set={(week) => change({ week })} />
          </div>
        )}
        <Problem problem={make.problem?.path ? null : make.problem} currency={currency} />
        <Button type="submit" loading={make.busy} className={styles.go!}>
          Make it, and go on
        </Button>
      </fieldset>
    </form>
  );
}
