import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import { saveService } from '#contracts/routes/services/saveService';
import type { ServicesView } from '#contracts/serviceViews';
import { serviceColours, serviceKinds, priceBases } from '#core/services/service';
import { problemSentence, fieldMessage } from '#islands/format/problemSentence';
import { basisWords } from '#islands/NewBooking/priceWords';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { emptyExtra, readService, type ServiceDraft } from '#islands/Services/serviceDraft';
import { BookingRulesForm } from '#islands/Services/BookingRulesForm';
import { Dates } from '#islands/Services/Dates';
import { useWays } from '#islands/Ways/useWays';
import { WaysChoice } from '#islands/Ways/WaysChoice';
import { kindWords } from '#islands/Services/serviceWords';
import { Button, Checkbox, Drawer, Group, NativeSelect, Stack, Switch, Textarea, TextInput } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import styles from './Services.module.css';

type Props = {
  readonly view: ServicesView;
  readonly given: ServiceDraft;
  readonly close: () => void;
};

/** A service whole, beside the list. What is typed stays over a reload until it is saved or put back. */
export function ServiceEditor({ view, given, close }: Props) {
  const [draft, setDraft, forget] = useLocalStorage<ServiceDraft>({
    key: `ostendo-service-${given.id ?? 'new'}`,
    defaultValue: given,
    getInitialValueInEffect: false,
  });
  const accounts = useWays();
  const [asked, setAsked] = useState(false);
  const action = useRoute(saveService);
  const { faults, body } = readService(draft);
  const { currency } = draft;
  const change = (part: Partial<ServiceDraft>): void => {
    action.clear();
    setDraft({ ...draft, ...part });
  };
  const extras = rowsOf(draft.extras, (next) => change({ extras: next }));
  const error = (path: string): string | undefined =>
    (asked ? faults[path] : undefined) ?? fieldMessage(action.problem, path, currency) ?? undefined;
  const save = async (): Promise<void> => {
    setAsked(true);
    if (!body) return;
    const done = await action.run({ ...body, requestKey: action.requestKey() });
    if (!done) return;
    forget();
    notifications.show({ message: `“${draft.name}” is saved.` });
    close();
  };
  const putBack = (): void => {
    forget();
    close();
  };
  return (
    <Drawer opened onClose={close} position="right" size="lg" title={given.id ? given.name : 'New service'}>
      <Stack>
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
        <Group grow align="flex-start">
          <TextInput
            label="Price"
            description="Empty where it is agreed each time"
            inputMode="decimal"
            value={draft.unitPrice}
            error={error('unitPrice')}
            onChange={(event) => change({ unitPrice: event.currentTarget.value })}
          />
          <NativeSelect
            label="For one"
            description="What the price counts"
            value={draft.basis}
            data={priceBases.map((basis) => ({ value: basis, label: basisWords[basis][basis === 'fixed' ? 1 : 0] }))}
            onChange={(event) => change({ basis: event.currentTarget.value as ServiceDraft['basis'] })}
          />
          <TextInput
            label="Currency"
            description="Of its bookings"
            value={currency}
            error={error('currency')}
            maxLength={3}
            onChange={(event) => change({ currency: event.currentTarget.value.toUpperCase() })}
          />
        </Group>
        <Group align="flex-end">
          <Checkbox.Group
            label="Taxes"
            value={[...draft.taxCodes]}
            onChange={(taxCodes) => change({ taxCodes })}
            error={error('taxCodes')}
          >
            <Group mt={6}>
              {view.taxes.map(({ code, label, rate }) => (
                <Checkbox key={code} value={code} label={`${label} ${rate} %`} />
              ))}
              {view.taxes.length === 0 && <span>There are no taxes yet.</span>}
            </Group>
          </Checkbox.Group>
          <NativeSelect
            aria-label="Whether taxes are in the price"
            value={draft.taxMode}
            data={[
              { value: 'inclusive', label: 'included in prices' },
              { value: 'exclusive', label: 'on top of prices' },
            ]}
            onChange={(event) => change({ taxMode: event.currentTarget.value as ServiceDraft['taxMode'] })}
          />
        </Group>
        <Textarea
          label="What is included"
          autosize
          minRows={2}
          value={draft.included}
          maxLength={2000}
          onChange={(event) => change({ included: event.currentTarget.value })}
        />
        <fieldset className={styles.extras}>
          <legend>Extras</legend>
          {draft.extras.map((extra, index) => {
            const set = (part: Partial<typeof extra>): void => extras.change(index, part);
            return (
              <Group key={extra.id} align="flex-start" wrap="nowrap" gap={8}>
                <TextInput
                  flex={1}
                  aria-label="Name of the extra"
                  placeholder="Dew heater"
                  value={extra.label}
                  error={error(`extras.${index}.label`)}
                  onChange={(event) => set({ label: event.currentTarget.value })}
                />
                <TextInput
                  w={96}
                  aria-label={`Price of ${extra.label}`}
                  placeholder="12.00"
                  inputMode="decimal"
                  value={extra.price}
                  error={error(`extras.${index}.price`)}
                  onChange={(event) => set({ price: event.currentTarget.value })}
                />
                <TextInput
                  w={84}
                  aria-label={`Most of ${extra.label}`}
                  leftSection="≤"
                  inputMode="numeric"
                  value={extra.most}
                  error={error(`extras.${index}.most`)}
                  onChange={(event) => set({ most: event.currentTarget.value })}
                />
                <RemoveRow name={extra.label} onClick={() => extras.remove(index)} />
              </Group>
            );
          })}
          <AddRow onClick={() => extras.add(emptyExtra())}>Add an extra</AddRow>
        </fieldset>
        <BookingRulesForm
          view={view}
          kind={draft.kind}
          rules={draft.booking}
          set={(booking) => change({ booking })}
          error={error}
        />
        {draft.id && draft.booking?.when.kind === 'dates' && <Dates view={view} serviceId={draft.id} />}
        <WaysChoice
          value={draft.ways}
          set={(ways) => change({ ways })}
          accounts={(accounts?.accounts ?? []).filter((account) => account.currency === currency)}
          label="Ways to pay, of those that all clients are shown"
          otherwise="the usual account"
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
        {action.problem && !action.problem.path && <Problem problem={action.problem} currency={currency} />}
        {asked && !body && (
          <p className={styles.fault} role="alert">
            {problemSentence({ code: 'invalid_input' }, currency)} Look at the fields in red.
          </p>
        )}
        <Group justify="space-between">
          <Button variant="subtle" color="red" onClick={putBack}>
            Put back
          </Button>
          <Button loading={action.busy} onClick={() => void save()}>
            Save
          </Button>
        </Group>
      </Stack>
    </Drawer>
  );
}
