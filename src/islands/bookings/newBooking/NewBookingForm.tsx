import { WallField } from '#islands/parts/WallField';
import { dayOfWall, endAfter } from '#core/calendar/typedDay';
import { createBooking } from '#contracts/routes/bookings';
import type { NewBookingView } from '#contracts/bookings/views';
import type { SaidProblem } from '#islands/format/problemSentence';
import { fieldMessage } from '#islands/format/problemSentence';
import {
  bookingOf,
  type Draft,
  draftFaults,
  type Field,
  suggestedPrice,
  workOut,
} from '#islands/bookings/newBooking/draft';
import { priceWords, suggestedTotal } from '#islands/bookings/newBooking/priceWords';
import { formatAmount } from '#core/money/formatMoney';
import { settlings } from '#core/quotes/draft';
import { settlingWords } from '#core/wording/quoteWords';
import { PlanPreview } from '#islands/bookings/newBooking/PlanPreview';
import { Problem } from '#islands/parts/Problem';
import { useKnownClients } from '#islands/parts/useKnownClients';
import { useRoute } from '#islands/parts/useRoute';
import { useReady } from '#islands/parts/useReady';
import { useShell } from '#islands/shell/useShell';
import { Autocomplete, Button, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { type SubmitEvent, useDeferredValue, useState } from 'react';
import styles from './NewBooking.module.css';

/** What is typed stays over a reload; the plan beside it is computed with each keystroke. */
export function NewBookingForm({ view }: { readonly view: NewBookingView }) {
  const { now, zone, business } = useShell();
  const ready = useReady();
  const first = view.services[0];
  const empty: Draft = {
    clientName: '',
    clientEmail: '',
    serviceId: first?.id ?? '',
    title: first?.name ?? '',
    start: '',
    end: '',
    total: '',
    extras: {},
    termsId: first?.termsId ?? '',
    count: '1',
    settling: 'online',
    accountDays: '30',
  };
  const [draft, setDraft, clearDraft] = useLocalStorage<Draft>({ key: 'ostendo-new-booking-3', defaultValue: empty });
  const [asked, setAsked] = useState(false);
  const create = useRoute(createBooking);
  const service = view.services.find((each) => each.id === draft.serviceId);
  const currency = service?.currency ?? business.currency;
  const counted = service?.booking?.counts ?? 'nothing';
  const stay =
    service?.booking?.when.kind === 'stay' && service.booking.when.by !== 'hour' ? service.booking.when : null;
  const suggested = suggestedPrice(draft, service, zone);
  const worked = useDeferredValue(workOut(draft, view, { now, zone, currency }));
  const about = { zone, currency };
  const faults = draftFaults(draft, view, about, asked);
  const change = (part: Partial<Draft>): void => {
    create.clear();
    // Choosing a client sends its name once more: nothing of what came before is lost by it.
    setDraft((before) => ({ ...before, ...part }));
  };
  const field = (name: Field) => ({
    value: draft[name],
    error: faults[name] ?? fieldMessage(create.problem, name, currency),
    onChange: (event: { currentTarget: { value: string } }) => change({ [name]: event.currentTarget.value }),
  });
  const chooseService = (id: string): void => {
    const before = view.services.find((each) => each.id === draft.serviceId);
    const service = view.services.find((each) => each.id === id)!;
    const untouched = draft.title === '' || draft.title === before?.name;
    change({ serviceId: id, termsId: service.termsId, extras: {}, ...(untouched ? { title: service.name } : {}) });
  };
  const clients = useKnownClients(view.clients, draft.clientName);
  const chooseClient = (name: string): void => {
    const known = clients.find((each) => each.name === name);
    change({ clientName: name, ...(known ? { clientEmail: known.email } : {}) });
  };
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    setAsked(true);
    if (Object.keys(draftFaults(draft, view, about, true)).length > 0 || worked.state !== 'ready') return;
    const made = await create.run(bookingOf(draft, view, { ...about, requestKey: create.requestKey() }));
    if (!made) return;
    clearDraft();
    location.assign(`/bookings/${made.number}`);
  };
  const problem: SaidProblem | null = create.problem?.path ? null : create.problem;
  return (
    <form onSubmit={(event) => void submit(event)} className={styles.page} noValidate>
      <div>
        <p className={styles.trail}>
          <a href="/bookings">Bookings</a> / new
        </p>
        <h1>New booking</h1>
        <fieldset className={styles.fields} disabled={!ready}>
          <legend>Client</legend>
          <Autocomplete
            label="Name"
            data={[...new Set(clients.map((client) => client.name))]}
            limit={6}
            value={draft.clientName}
            onChange={(name) => change({ clientName: name })}
            onOptionSubmit={chooseClient}
            error={field('clientName').error}
            maxLength={120}
            data-autofocus
          />
          <TextInput label="E-mail" type="email" {...field('clientEmail')} maxLength={254} />
        </fieldset>
        <fieldset className={styles.fields} disabled={!ready}>
          <legend>Service</legend>
          <NativeSelect
            label="Service"
            data={view.services.map(({ id, name }) => ({ value: id, label: name }))}
            value={draft.serviceId}
            onChange={(event) => chooseService(event.currentTarget.value)}
          />
          <TextInput label="As the client reads it" {...field('title')} maxLength={120} />
          <WallField
            label="Begins"
            service={service?.booking?.online ? service.id : undefined}
            usual={stay?.pickUp ?? null}
            value={draft.start}
            error={field('start').error}
            onChange={(start) => change({ start, end: endAfter(draft.start, draft.end, start) ?? draft.end })}
          />
          <WallField
            label="Ends"
            from={dayOfWall(draft.start)}
            usual={stay?.giveBack ?? null}
            value={draft.end}
            error={field('end').error}
            onChange={(end) => change({ end })}
          />
          {counted !== 'nothing' && (
            <TextInput label={counted === 'guests' ? 'Guests' : 'Units'} inputMode="numeric" {...field('count')} />
          )}
        </fieldset>
        <fieldset className={styles.fields} disabled={!ready}>
          <legend>Money</legend>
          <TextInput
            label={`Price in ${currency}, ${service?.taxMode === 'exclusive' ? 'tax on top' : 'tax included'}`}
            inputMode="decimal"
            placeholder={suggested ? formatAmount(suggestedTotal(suggested), currency) : undefined}
            description={suggested ? priceWords(suggested, service!.basis, currency) : undefined}
            {...field('total')}
          />
          <NativeSelect
            label="Terms"
            data={view.terms.map(({ id, name }) => ({ value: id, label: name }))}
            value={draft.termsId}
            onChange={(event) => change({ termsId: event.currentTarget.value })}
          />
          <NativeSelect
            label="Paid"
            data={settlings.map((value) => ({ value, label: settlingWords[value] }))}
            value={draft.settling}
            onChange={(event) => change({ settling: event.currentTarget.value as Draft['settling'] })}
          />
          {draft.settling === 'account' && (
            <TextInput label="Days after the end" inputMode="numeric" {...field('accountDays')} />
          )}
          {service?.extras.map((extra) => (
            <NumberInput
              key={extra.id}
              label={`${extra.label}, ${formatAmount(extra.unitPrice, currency)} each`}
              min={0}
              max={extra.most}
              clampBehavior="strict"
              allowDecimal={false}
              value={draft.extras[extra.id] ?? 0}
              onChange={(count) => change({ extras: { ...draft.extras, [extra.id]: Number(count) || 0 } })}
            />
          ))}
        </fieldset>
        <Problem problem={problem} currency={currency} />
        <div className={styles.actions}>
          <Button type="submit" size="md" loading={create.busy}>
            Book and ask the client
          </Button>
          <Button
            variant="default"
            size="md"
            onClick={() => {
              setAsked(false);
              setDraft(empty);
            }}
          >
            Start over
          </Button>
        </div>
      </div>
      <PlanPreview worked={worked} currency={currency} />
    </form>
  );
}
