import { saveTold } from '#contracts/routes/settings';
import { SaveTold } from '#contracts/settings/business';
import { type Notification, notifications, type Notified, usuallyNotified } from '#core/messages/notified';
import { faultsOf } from '#islands/parts/contractForm';
import { Problem } from '#islands/parts/Problem';
import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import { useSetting } from '#islands/parts/useSetting';
import { Button, Checkbox, Group, Stack, TextInput } from '@mantine/core';
import { useState } from 'react';
import styles from './SetUp.module.css';

/** Who of the business is written to, and of what each of them wants to know. */
export function ToldForm({ given }: { readonly given: Notified }) {
  const { value: people, set, keep, busy, problem } = useSetting(saveTold, given, (value) => ({ people: value }));
  const [asked, setAsked] = useState(false);
  const faults = faultsOf(SaveTold, { people }, {}, {});
  const error = (path: string): string | null => (asked ? (faults[path] ?? null) : null);
  const rows = rowsOf(people, set);
  const save = (): void => {
    setAsked(true);
    if (Object.keys(faults).length === 0) void keep();
  };
  return (
    <section aria-label="Who is told of what">
      <h2>Who is told of what</h2>
      <p className={styles.lead}>
        A message goes out when something happens without you. What needs you stands on Today all the same.
      </p>
      <Stack gap="lg">
        {people.map((person, index) => (
          <fieldset key={index} className={styles.person}>
            <legend className="visually-hidden">{person.name || `Person ${index + 1}`}</legend>
            <Group align="flex-start" wrap="nowrap" gap={8}>
              <TextInput
                flex={1}
                label="Name"
                value={person.name}
                error={error(`people.${index}.name`)}
                onChange={(event) => rows.change(index, { name: event.currentTarget.value })}
              />
              <TextInput
                flex={1}
                label="E-mail address"
                type="email"
                value={person.email}
                error={error(`people.${index}.email`)}
                onChange={(event) => rows.change(index, { email: event.currentTarget.value })}
              />
              <RemoveRow name={person.name} onClick={() => rows.remove(index)} />
            </Group>
            <Checkbox.Group
              aria-label={`What ${person.name || 'this person'} is told of`}
              value={[...person.of]}
              onChange={(of) => rows.change(index, { of: of as Notification[] })}
            >
              <div className={styles.tellings}>
                {Object.entries(notifications).map(([telling, label]) => (
                  <Checkbox key={telling} value={telling} label={label} />
                ))}
              </div>
            </Checkbox.Group>
          </fieldset>
        ))}
        <div>
          <AddRow onClick={() => rows.add({ name: '', email: '', of: usuallyNotified })}>Add a person</AddRow>
        </div>
        <Problem problem={problem} currency="EUR" />
        <Button w="fit-content" loading={busy} onClick={save}>
          Keep
        </Button>
      </Stack>
    </section>
  );
}
