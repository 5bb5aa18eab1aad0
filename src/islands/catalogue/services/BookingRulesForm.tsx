import { TimeField } from '#islands/parts/TimeField';
import type { ServicesView } from '#contracts/catalogue/serviceViews';
import { type BookingRules, confirmations, usualKeepMinutes, type When } from '#core/places/rules';
import type { TimeOfDay } from '#core/calendar/wallTime';
import type { ServiceKind } from '#core/catalogue/service';
import { Checkbox, Group, MultiSelect, NativeSelect, NumberInput, Stack, Switch } from '@mantine/core';
import { HoursForm } from '#islands/places/setUp/HoursForm';
import styles from './Services.module.css';

type Props = {
  readonly view: ServicesView;
  readonly kind: ServiceKind;
  readonly rules: BookingRules | null;
  readonly set: (rules: BookingRules | null) => void;
  readonly error: (path: string) => string | undefined;
};

const time = (text: string): TimeOfDay => text as TimeOfDay;

/** What each kind of service begins with. */
const whenOf: Readonly<Record<ServiceKind, When>> = {
  appointment: { kind: 'slots', minutes: 60, everyMinutes: 30, bufferBefore: 0, bufferAfter: 0 },
  rental: {
    kind: 'stay',
    by: 'day',
    least: 1,
    most: 14,
    turnaroundMinutes: 60,
    pickUp: time('10:00'),
    giveBack: time('10:00'),
  },
  event: { kind: 'dates' },
  project: { kind: 'asked', days: 30 },
};

const newRules = (kind: ServiceKind): BookingRules => ({
  online: true,
  confirm: kind === 'project' ? 'owner' : 'payment',
  authorise: false,
  keepMinutes: usualKeepMinutes,
  answerHours: 48,
  noticeHours: 12,
  aheadDays: 180,
  counts: kind === 'rental' ? 'units' : kind === 'event' ? 'guests' : 'nothing',
  least: 1,
  most: kind === 'event' ? 8 : 1,
  when: whenOf[kind],
  needs: [],
  hours: null,
  agreementId: null,
  tip: false,
});

const confirmWords = {
  payment: 'as soon as it is paid',
  client: 'by the client, in a message',
  owner: 'by you: it is asked for first',
} as const;
const whenWords = {
  slots: 'at times within the opening hours',
  stay: 'from one day or hour to another',
  dates: 'on dates that you set',
  asked: 'the client asks for a start',
} as const;

/** How clients book it themselves: when, how many, what it takes, and what makes it sure. */
export function BookingRulesForm({ view, kind, rules, set, error }: Props) {
  const change = (part: Partial<BookingRules>): void => set({ ...rules!, ...part });
  const number = (
    label: string,
    key: 'keepMinutes' | 'answerHours' | 'noticeHours' | 'aheadDays' | 'least' | 'most',
    least: number,
    most: number,
  ) => (
    <NumberInput
      label={label}
      value={rules![key]}
      min={least}
      max={most}
      allowDecimal={false}
      error={error(`booking.${key}`)}
      onChange={(value) => change({ [key]: Number(value) || least })}
    />
  );
  const placed = rules?.needs[0]?.anyOf ?? [];
  return (
    <fieldset className={styles.extras}>
      <legend>Booked by clients themselves</legend>
      <Switch
        label="Times are kept for it, and clients may book it"
        checked={rules !== null}
        onChange={(event) => set(event.currentTarget.checked ? newRules(kind) : null)}
      />
      {rules && (
        <Stack gap="sm" mt="sm">
          <Switch
            label="Stands on the booking page"
            checked={rules.online}
            onChange={(event) => change({ online: event.currentTarget.checked })}
          />
          <Group grow align="flex-start">
            <NativeSelect
              label="Can be had"
              value={rules.when.kind}
              data={(Object.keys(whenWords) as When['kind'][]).map((each) => ({ value: each, label: whenWords[each] }))}
              onChange={(event) => change({ when: byKind(event.currentTarget.value as When['kind']) })}
            />
            <NativeSelect
              label="Becomes sure"
              value={rules.confirm}
              error={error('booking.confirm')}
              data={confirmations.map((each) => ({ value: each, label: confirmWords[each] }))}
              onChange={(event) => change({ confirm: event.currentTarget.value as BookingRules['confirm'] })}
            />
          </Group>
          <WhenFields when={rules.when} set={(when) => change({ when })} error={error} />
          {rules.when.kind !== 'dates' && rules.when.kind !== 'asked' && (
            <Switch
              label="Any number at once: it takes nobody and nothing"
              checked={rules.anyNumber === true}
              onChange={(event) =>
                change(event.currentTarget.checked ? { anyNumber: true, needs: [] } : { anyNumber: undefined })
              }
            />
          )}
          {rules.when.kind !== 'dates' && rules.anyNumber !== true && (
            <MultiSelect
              label="Whom or what it takes"
              description="One of these, which nobody else can have then: a person, a room, a unit of a stock"
              value={[...placed]}
              data={view.places
                .filter(({ retired, id }) => !retired || placed.includes(id))
                .map(({ id, name, units }) => ({ value: id, label: units > 1 ? `${name} (${units})` : name }))}
              error={error('booking.needs.0.anyOf')}
              nothingFoundMessage="Places are made in Set-up."
              onChange={(anyOf) => change({ needs: anyOf.length > 0 ? [{ anyOf }] : [] })}
            />
          )}
          <Group grow align="flex-start">
            <NativeSelect
              label="The client says how many"
              value={rules.counts}
              data={[
                { value: 'nothing', label: 'no: it is one' },
                { value: 'guests', label: 'guests' },
                { value: 'units', label: 'units' },
              ]}
              onChange={(event) => change({ counts: event.currentTarget.value as BookingRules['counts'] })}
            />
            {rules.counts !== 'nothing' && number('Smallest number', 'least', 1, 5000)}
            {rules.counts !== 'nothing' && number('Largest number', 'most', 1, 5000)}
          </Group>
          <Group grow align="flex-start">
            {number('Hours of notice', 'noticeHours', 0, 8760)}
            {number('Days ahead', 'aheadDays', 1, 1095)}
            {rules.confirm === 'payment'
              ? number('Minutes kept unpaid', 'keepMinutes', 3, 60)
              : number('Hours to confirm', 'answerHours', 1, 336)}
          </Group>
          {rules.when.kind !== 'dates' && (
            <Switch
              label="Has hours of its own"
              checked={rules.hours !== null}
              onChange={(event) => change({ hours: event.currentTarget.checked ? view.hours : null })}
            />
          )}
          {rules.hours && <HoursForm hours={rules.hours} set={(hours) => change({ hours })} />}
          <NativeSelect
            label="Agreement that the client accepts"
            value={rules.agreementId ?? ''}
            data={[
              { value: '', label: 'none' },
              ...view.agreements.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(event) => change({ agreementId: event.currentTarget.value || null })}
          />
          {rules.confirm === 'owner' && (
            <Checkbox
              label="What is due at once is reserved on the card with the request, and taken with your yes"
              checked={rules.authorise}
              onChange={(event) => change({ authorise: event.currentTarget.checked })}
            />
          )}
          <Checkbox
            label="A tip may be added"
            checked={rules.tip}
            onChange={(event) => change({ tip: event.currentTarget.checked })}
          />
        </Stack>
      )}
    </fieldset>
  );
}

const byKind = (kind: When['kind']): When => Object.values(whenOf).find((when) => when.kind === kind)!;

type WhenProps = {
  readonly when: When;
  readonly set: (when: When) => void;
  readonly error: (path: string) => string | undefined;
};

function WhenFields({ when, set, error }: WhenProps) {
  const field = (
    label: string,
    value: number,
    least: number,
    most: number,
    give: (value: number) => When,
    path: string,
  ) => (
    <NumberInput
      label={label}
      value={value}
      min={least}
      max={most}
      allowDecimal={false}
      error={error(`booking.when.${path}`)}
      onChange={(next) => set(give(Number(next) || least))}
    />
  );
  if (when.kind === 'slots')
    return (
      <Group grow align="flex-start">
        {field('Minutes', when.minutes, 5, 1440, (minutes) => ({ ...when, minutes }), 'minutes')}
        {field(
          'Begins every',
          when.everyMinutes,
          5,
          1440,
          (everyMinutes) => ({ ...when, everyMinutes }),
          'everyMinutes',
        )}
        {field('Before it', when.bufferBefore, 0, 1440, (bufferBefore) => ({ ...when, bufferBefore }), 'bufferBefore')}
        {field('After it', when.bufferAfter, 0, 1440, (bufferAfter) => ({ ...when, bufferAfter }), 'bufferAfter')}
      </Group>
    );
  if (when.kind === 'asked') return field('Days long', when.days, 1, 366, (days) => ({ ...when, days }), 'days');
  if (when.kind === 'dates') return null;
  return (
    <>
      <Group grow align="flex-start">
        <NativeSelect
          label="By"
          value={when.by}
          data={['hour', 'day', 'night']}
          onChange={(event) => set({ ...when, by: event.currentTarget.value as typeof when.by })}
        />
        {field(`Shortest, in ${when.by}s`, when.least, 1, 366, (least) => ({ ...when, least }), 'least')}
        {field(`Longest, in ${when.by}s`, when.most, 1, 366, (most) => ({ ...when, most }), 'most')}
        {field(
          'Minutes between two',
          when.turnaroundMinutes,
          0,
          10_080,
          (minutes) => ({ ...when, turnaroundMinutes: minutes }),
          'turnaroundMinutes',
        )}
      </Group>
      {when.by !== 'hour' && (
        <Group grow align="flex-start">
          <TimeField
            label="Begins at"
            value={when.pickUp}
            error={error('booking.when.pickUp')}
            onChange={(next) => set({ ...when, pickUp: time(next) })}
          />
          <TimeField
            label="Ends at"
            value={when.giveBack}
            error={error('booking.when.giveBack')}
            onChange={(next) => set({ ...when, giveBack: time(next) })}
          />
        </Group>
      )}
    </>
  );
}
