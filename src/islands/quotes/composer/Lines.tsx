import { chosenTaxes, taxChoices } from '#islands/parts/taxChoices';
import { AddRow, RemoveRow, rowsOf } from '#islands/parts/rows';
import { discountKinds, type DraftExtra, type DraftLine } from '#core/quotes/draft';
import { type Part, placeId, textField, wrongAt } from '#islands/quotes/composer/composing';
import { newId } from '#islands/quotes/composer/newId';
import { NativeSelect, Switch, TextInput } from '@mantine/core';
import styles from './Compose.module.css';

const discountWords = { none: 'no discount', percent: 'percent off', amount: 'a sum off' } as const;

const usualTaxes = ({ around, draft }: Part): readonly string[] =>
  around.services.find(({ id }) => id === draft.serviceId)?.taxCodes ?? [];

/** The lines of the price, each with its own discount and taxes. */
export function Lines(part: Part) {
  const { draft, change, gaps, currency } = part;
  const rows = rowsOf(draft.lines, (lines) => change({ lines }));
  const set = rows.change;
  const field = (index: number, name: 'label' | 'quantity' | 'unitPrice' | 'discount' | 'unit' | 'note') => {
    const value = draft.lines[index]![name];
    return {
      id: placeId(`lines.${index}.${name}`),
      value,
      error: wrongAt(gaps, `lines.${index}.${name}`, value),
      onChange: (event: { currentTarget: { value: string } }) => set(index, { [name]: event.currentTarget.value }),
    };
  };
  return (
    <fieldset className={styles.part} id={placeId('lines')} tabIndex={-1}>
      <legend>Price in {currency}</legend>
      {draft.lines.map((line, index) => (
        <div key={line.id} className={styles.line}>
          <TextInput label="Line" {...field(index, 'label')} maxLength={200} />
          <TextInput label="Quantity" inputMode="decimal" {...field(index, 'quantity')} />
          <TextInput label="Unit" {...field(index, 'unit')} maxLength={30} />
          <TextInput label="Price of one" inputMode="decimal" {...field(index, 'unitPrice')} />
          <RemoveRow name={line.label || 'this line'} onClick={() => rows.remove(index)} />
          <div className={styles.lineMore}>
            <NativeSelect
              aria-label={`Tax of ${line.label}`}
              id={placeId(`lines.${index}.taxes`)}
              value={line.taxes.join(' ')}
              data={taxChoices(part.around.taxes, line.taxes)}
              onChange={(event) => set(index, { taxes: chosenTaxes(event.currentTarget.value) })}
            />
            <NativeSelect
              aria-label={`Discount on ${line.label}`}
              value={line.discountKind}
              data={discountKinds.map((value) => ({ value, label: discountWords[value] }))}
              onChange={(event) =>
                set(index, { discountKind: event.currentTarget.value as DraftLine['discountKind'], discount: '10' })
              }
            />
            {line.discountKind !== 'none' && (
              <TextInput
                aria-label={`How much off ${line.label}`}
                inputMode="decimal"
                {...field(index, 'discount')}
                className={styles.small}
              />
            )}
            <TextInput aria-label={`A word on ${line.label}`} placeholder="a word on it" {...field(index, 'note')} />
          </div>
        </div>
      ))}
      <div className={styles.lineActions}>
        <AddRow
          onClick={() =>
            rows.add({
              id: newId(),
              label: '',
              note: '',
              quantity: '1',
              unit: '',
              unitPrice: '',
              discountKind: 'none',
              discount: '',
              taxes: usualTaxes(part),
            })
          }
        >
          Add a line
        </AddRow>
        <NativeSelect
          aria-label="Discount on all of it"
          value={draft.discountKind}
          data={discountKinds.map((value) => ({
            value,
            label: value === 'none' ? 'no discount on all' : `all: ${discountWords[value]}`,
          }))}
          onChange={(event) =>
            change({ discountKind: event.currentTarget.value as DraftLine['discountKind'], discount: '10' })
          }
        />
        {draft.discountKind !== 'none' && (
          <TextInput
            aria-label="How much off all of it"
            inputMode="decimal"
            className={styles.small}
            {...textField(part, 'discount')}
          />
        )}
        <NativeSelect
          aria-label="Taxes"
          value={draft.taxMode}
          data={[
            { value: 'inclusive', label: 'tax included' },
            { value: 'exclusive', label: 'tax on top' },
          ]}
          onChange={(event) => change({ taxMode: event.currentTarget.value as 'inclusive' | 'exclusive' })}
        />
      </div>
    </fieldset>
  );
}

/** An extra may be a damage waiver: with it less is held, and less can be claimed. */
function Waiver({
  part: { draft, gaps },
  index,
  set,
}: {
  readonly part: Part;
  readonly index: number;
  readonly set: (waiver: DraftExtra['waiver']) => void;
}) {
  const { waiver } = draft.extras[index]!;
  const field = (name: 'hold' | 'most', label: string, of: NonNullable<DraftExtra['waiver']>) => (
    <TextInput
      label={label}
      inputMode="decimal"
      className={styles.waived}
      id={placeId(`extras.${index}.waiver.${name}`)}
      value={of[name]}
      error={wrongAt(gaps, `extras.${index}.waiver.${name}`, of[name])}
      onChange={(event) => set({ ...of, [name]: event.currentTarget.value })}
    />
  );
  return (
    <div className={styles.waiver}>
      <Switch
        label="A damage waiver"
        checked={waiver !== undefined}
        onChange={(event) => set(event.currentTarget.checked ? { hold: '0', most: '100' } : undefined)}
      />
      {waiver && (
        <>
          {field('hold', 'Held with it', waiver)}
          {field('most', 'Claimed at most', waiver)}
        </>
      )}
    </div>
  );
}

/** What the client may add by themselves, and how much of it. */
export function Extras(part: Part) {
  const { draft, change, gaps } = part;
  const rows = rowsOf(draft.extras, (extras) => change({ extras }));
  const set = rows.change;
  const field = (index: number, name: 'label' | 'unitPrice' | 'least' | 'preset' | 'most') => {
    const value = draft.extras[index]![name];
    return {
      id: placeId(`extras.${index}.${name}`),
      value,
      error: wrongAt(gaps, `extras.${index}.${name}`, value),
      onChange: (event: { currentTarget: { value: string } }) => set(index, { [name]: event.currentTarget.value }),
    };
  };
  return (
    <fieldset className={styles.part}>
      <legend>Extras that the client chooses</legend>
      {draft.extras.map((extra, index) => (
        <div key={extra.id} className={styles.extra}>
          <TextInput label="Extra" {...field(index, 'label')} maxLength={200} />
          <TextInput label="Price of one" inputMode="decimal" {...field(index, 'unitPrice')} />
          <TextInput label="At least" inputMode="numeric" {...field(index, 'least')} />
          <TextInput label="Usually" inputMode="numeric" {...field(index, 'preset')} />
          <TextInput label="At most" inputMode="numeric" {...field(index, 'most')} />
          <RemoveRow name={extra.label || 'this extra'} onClick={() => rows.remove(index)} />
          <Waiver part={part} index={index} set={(waiver) => set(index, { waiver })} />
        </div>
      ))}
      <AddRow
        className={styles.add}
        onClick={() =>
          rows.add({
            id: newId(),
            label: '',
            note: '',
            unitPrice: '',
            taxes: usualTaxes(part),
            least: '0',
            preset: '0',
            most: '1',
          })
        }
      >
        Add an extra
      </AddRow>
    </fieldset>
  );
}
