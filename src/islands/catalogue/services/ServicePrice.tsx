import { formatPercent } from '#core/money/formatMoney';
import { priceBases } from '#core/catalogue/service';
import { basisWords } from '#islands/bookings/newBooking/priceWords';
import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import type { ServiceChapter } from '#islands/catalogue/services/serviceChapter';
import { emptyExtra, type ServiceDraft } from '#islands/catalogue/services/serviceDraft';
import { Checkbox, Group, NativeSelect, TextInput } from '@mantine/core';
import styles from './Services.module.css';

/** What one of it costs, in which currency, with which taxes, and what can be had besides. */
export function ServicePrice({ view, draft, change, error }: ServiceChapter) {
  const { currency } = draft;
  const extras = rowsOf(draft.extras, (next) => change({ extras: next }));
  return (
    <>
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
              <Checkbox key={code} value={code} label={`${label} ${formatPercent(rate)}`} />
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
    </>
  );
}
