import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import type { ChangeView } from '#contracts/bookings/changeView';
import { formatAmount } from '#core/money/formatMoney';
import { chosenTaxes, taxChoices } from '#islands/parts/taxChoices';
import type { Deal } from '#core/bookings/deal';
import { price } from '#core/price/price';
import type { ChangeDraft, LineDraft, ReadChange } from '#islands/bookings/change/changeDraft';
import { newKey } from '#islands/api';
import { Button, Menu, NativeSelect, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import styles from './Change.module.css';

type Props = {
  readonly view: ChangeView;
  readonly draft: ChangeDraft;
  readonly read: ReadChange;
  readonly change: (part: Partial<ChangeDraft>) => void;
};

/** What the price is made of: guests, days and extras are quantities; discounts and taxes follow. */
export function PriceLines({ view, draft, read, change }: Props) {
  const { currency } = view.deal.price;
  const priced = read.deal ? price(read.deal.price) : null;
  const rows = rowsOf<LineDraft>(draft.lines, (lines) => change({ lines }));
  const set = rows.change;
  const add = (line: Omit<LineDraft, 'id'>): void => rows.add({ id: newKey(), ...line });
  const usualTaxes = draft.lines[0]?.taxes ?? view.service.taxCodes;
  const unused = view.service.extras.filter((extra) => !draft.lines.some((line) => line.id === extra.id));
  return (
    <div className={styles.lines}>
      {draft.lines.map((line, index) => (
        <div key={line.id} className={styles.line}>
          <TextInput
            aria-label="Line"
            value={line.label}
            error={read.faults[`lines.${index}.label`]}
            onChange={(event) => set(index, { label: event.currentTarget.value })}
          />
          <TextInput
            aria-label={`Quantity of ${line.label}`}
            inputMode="decimal"
            value={line.quantity}
            error={read.faults[`lines.${index}.quantity`]}
            onChange={(event) => set(index, { quantity: event.currentTarget.value })}
          />
          <TextInput
            aria-label={`Price of one ${line.label}`}
            inputMode="decimal"
            value={line.unitPrice}
            error={read.faults[`lines.${index}.unitPrice`]}
            onChange={(event) => set(index, { unitPrice: event.currentTarget.value })}
          />
          <NativeSelect
            aria-label={`Tax of ${line.label}`}
            value={line.taxes.join(' ')}
            data={taxChoices(taxesOf(view), line.taxes)}
            onChange={(event) => set(index, { taxes: chosenTaxes(event.currentTarget.value) })}
          />
          <RemoveRow name={line.label} onClick={() => rows.remove(index)} />
        </div>
      ))}
      <div className={styles.lineActions}>
        <AddRow onClick={() => add({ label: '', quantity: '1', unitPrice: '', taxes: usualTaxes })}>Add a line</AddRow>
        {unused.length > 0 && (
          <Menu>
            <Menu.Target>
              <Button variant="subtle" size="compact-sm" leftSection={<IconPlus size={15} aria-hidden />}>
                Add an extra
              </Button>
            </Menu.Target>
            <Menu.Dropdown>
              {unused.map(({ id, label, unitPrice }) => (
                <Menu.Item
                  key={id}
                  onClick={() =>
                    rows.add({
                      id,
                      label,
                      quantity: '1',
                      unitPrice: formatAmount(unitPrice, currency),
                      taxes: usualTaxes,
                    })
                  }
                >
                  {label}, {formatAmount(unitPrice, currency)}
                </Menu.Item>
              ))}
            </Menu.Dropdown>
          </Menu>
        )}
      </div>
      <div className={styles.discount}>
        <NativeSelect
          label="Discount on all of it"
          value={draft.discountKind}
          data={[
            { value: 'none', label: 'none' },
            { value: 'percent', label: 'percent' },
            { value: 'amount', label: 'a sum' },
          ]}
          onChange={(event) =>
            change({ discountKind: event.currentTarget.value as ChangeDraft['discountKind'], discount: '10' })
          }
        />
        {draft.discountKind !== 'none' && (
          <TextInput
            label={draft.discountKind === 'percent' ? 'Percent' : 'Sum'}
            inputMode="decimal"
            value={draft.discount}
            error={read.faults.discount}
            onChange={(event) => change({ discount: event.currentTarget.value })}
          />
        )}
        {priced && <Sums deal={read.deal!} currency={currency} />}
      </div>
      {read.faults.lines && <p className={styles.fault}>{read.faults.lines}</p>}
    </div>
  );
}

function Sums({ deal, currency }: { readonly deal: Deal; readonly currency: string }) {
  const { discount, taxes, total } = price(deal.price);
  const word = deal.price.taxMode === 'inclusive' ? 'in it' : 'on top';
  return (
    <dl className={styles.sums}>
      {discount > 0 && (
        <>
          <dt>discount</dt>
          <dd className="num">−{formatAmount(discount, currency)}</dd>
        </>
      )}
      {taxes.map((tax) => (
        <div key={tax.code}>
          <dt>
            {tax.code} {word}
          </dt>
          <dd className="num">{formatAmount(tax.amount, currency)}</dd>
        </div>
      ))}
      <div>
        <dt>
          <b>Price</b>
        </dt>
        <dd className="num">
          <b>{formatAmount(total, currency)}</b>
        </dd>
      </div>
    </dl>
  );
}

/** No tax, each by itself, and the combination that the line carries now. */
/** Those that there are, each at the rate that the booking has of it. */
const taxesOf = ({ taxes, deal }: ChangeView) => {
  const own = Object.entries(deal.price.taxes).map(([code, { rate }]) => ({ code, rate }));
  return [...taxes.filter(({ code }) => !own.some((each) => each.code === code)), ...own];
};
