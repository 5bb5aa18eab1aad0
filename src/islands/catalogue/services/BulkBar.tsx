import { formatPercent } from '#core/money/formatMoney';
import { changeServices } from '#contracts/routes/catalogue';
import type { ServicesView } from '#contracts/catalogue/serviceViews';
import { serviceColours } from '#core/catalogue/service';
import { Problem } from '#islands/parts/Problem';
import { useDelayed } from '#islands/parts/useDelayed';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group, NativeSelect, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from './Services.module.css';

type What = 'termsId' | 'group' | 'taxCodes' | 'taxMode' | 'colour' | 'raise' | 'retired';
const whats: readonly (readonly [What, string])[] = [
  ['termsId', 'Give them terms'],
  ['group', 'Put them in a group'],
  ['taxCodes', 'Give them a tax'],
  ['taxMode', 'Taxes in or on top'],
  ['raise', 'Prices by percent'],
  ['colour', 'Give them a colour'],
  ['retired', 'Offer or retire'],
];

/** One change for all the services that are ticked. */
export function BulkBar({
  view,
  ids,
  currency,
  done,
}: {
  readonly view: ServicesView;
  readonly ids: readonly string[];
  readonly currency: string;
  readonly done: () => void;
}) {
  const [what, setWhat] = useState<What>('termsId');
  const [value, setValue] = useState(view.terms[0]?.id ?? '');
  const action = useRoute(changeServices);
  const choices: Readonly<Record<Exclude<What, 'raise' | 'group'>, readonly { value: string; label: string }[]>> = {
    termsId: view.terms.map(({ id, name }) => ({ value: id, label: name })),
    taxCodes: [
      ...view.taxes.map(({ code, label, rate }) => ({ value: code, label: `${label} ${formatPercent(rate)}` })),
      { value: '', label: 'no tax' },
    ],
    taxMode: [
      { value: 'inclusive', label: 'included in prices' },
      { value: 'exclusive', label: 'on top of prices' },
    ],
    colour: serviceColours.map((colour) => ({ value: colour, label: colour })),
    retired: [
      { value: 'offered', label: 'offered' },
      { value: 'retired', label: 'no longer offered' },
    ],
  };
  const choose = (next: What): void => {
    action.clear();
    setWhat(next);
    setValue(next === 'raise' ? '5' : next === 'group' ? '' : (choices[next][0]?.value ?? ''));
  };
  const change = (): object => {
    if (what === 'taxCodes') return { taxCodes: value === '' ? [] : [value] };
    if (what === 'retired') return { retired: value === 'retired' };
    if (what === 'raise') return { raise: { percent: value.replace(/^[-−+]/, '').trim(), down: /^[-−]/.test(value) } };
    return { [what]: value };
  };
  const later = useDelayed('services');
  const run = (): void => {
    if (later.waits) return later.now();
    if (ids.length === 1) return void runNow();
    later.begin(`${ids.length} services will be changed.`, () => void runNow());
  };
  const runNow = async (): Promise<void> => {
    const made = await action.run({ ids, ...change() });
    if (!made) return;
    notifications.show({ message: `${made.changed} services are changed. What is booked keeps what was agreed.` });
    done();
  };
  return (
    <div className={styles.bulk} role="region" aria-label="For the ticked services">
      <b>{ids.length} ticked</b>
      <NativeSelect
        aria-label="What to change"
        value={what}
        data={whats.map(([each, label]) => ({ value: each, label }))}
        onChange={(event) => choose(event.currentTarget.value as What)}
      />
      {what === 'raise' ? (
        <TextInput
          w={110}
          aria-label="Percent, with a minus to lower"
          value={value}
          rightSection="%"
          onChange={(event) => setValue(event.currentTarget.value)}
        />
      ) : what === 'group' ? (
        <TextInput
          aria-label="Group"
          placeholder="none"
          maxLength={60}
          value={value}
          onChange={(event) => setValue(event.currentTarget.value)}
        />
      ) : (
        <NativeSelect
          aria-label="To"
          value={value}
          data={[...choices[what]]}
          onChange={(event) => setValue(event.currentTarget.value)}
        />
      )}
      <Group>
        <Button loading={action.busy} onClick={run}>
          {later.waits ? 'Change them now' : `Change ${ids.length}`}
        </Button>
        <Button variant="subtle" onClick={done}>
          Leave them
        </Button>
      </Group>
      <Problem problem={action.problem} currency={currency} />
    </div>
  );
}
