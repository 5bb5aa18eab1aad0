import { collectWords, instalmentSegments } from '#core/wording/ruleSegments';
import type { InstalmentRule } from '#core/plan/rules';
import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { type InstalmentDraft } from '#islands/Terms/draft';
import { AddRule, RuleRow, Section } from '#islands/Terms/RuleRow';
import { ChosenToken, dateUnits, Sentence, TypedToken } from '#islands/Terms/tokens';
import type { Editing } from '#islands/Terms/useTermsDraft';
import { newKey } from '#islands/api';
import styles from './Terms.module.css';

const amountKinds = [
  ['percent', '% of the price'],
  ['fixed', 'fixed'],
  ['share', 'parts of the rest'],
] as const;
const duePlaces = [
  ['agreement', 'agreement'],
  ['start', 'the start'],
  ['end', 'the end'],
  ['midway', 'midway to the start'],
  ['date', 'the day'],
  ['open', 'a day agreed later'],
] as const;
const moves = [
  ['at', 'at'],
  ['before', 'before'],
  ['after', 'after'],
] as const;
const collects = Object.entries(collectWords) as [keyof typeof collectWords, string][];

type Props = {
  readonly editing: Editing;
  readonly currency: string;
  /** What each rule takes on the example, by the id of its draft. */
  readonly amounts: ReadonlyMap<string, Minor>;
  readonly about: string;
};

export function InstalmentRules({ editing, currency, amounts, about }: Props) {
  const { draft, reading, change } = editing;
  const set = (id: string, part: Partial<InstalmentDraft>, field: string): void =>
    change(
      { instalments: draft.instalments.map((each) => (each.id === id ? { ...each, ...part } : each)) },
      `${id}.${field}`,
    );
  const move = (index: number): void => {
    const list = [...draft.instalments];
    [list[index - 1], list[index]] = [list[index]!, list[index - 1]!];
    change({ instalments: list }, `move.${newKey()}`);
  };
  const add = (): void => {
    const added: InstalmentDraft = {
      id: newKey(),
      name: draft.instalments.length === 0 ? 'deposit' : 'balance',
      amountKind: draft.instalments.length === 0 ? 'percent' : 'share',
      amount: draft.instalments.length === 0 ? '30' : '1',
      collect: 'ask',
      dueOn: draft.instalments.length === 0 ? 'agreement' : 'start',
      dueMove: draft.instalments.length === 0 ? 'at' : 'before',
      count: '7',
      unit: 'days',
      date: '',
    };
    change({ instalments: [...draft.instalments, added] }, `add.${added.id}`);
  };
  return (
    <Section title="Instalments" about={about}>
      {draft.instalments.map((each, index) => {
        const fault = (field: string): string | undefined => reading.faults[`${each.id}.${field}`];
        const rule = reading.good.get(each.id) as InstalmentRule | undefined;
        const amount = amounts.get(each.id);
        return (
          <RuleRow
            key={each.id}
            mark={each.dueOn === 'open' ? 'm-open' : 'm-due'}
            figure={amount === undefined ? null : formatAmount(amount, currency)}
            faults={['name', 'amount', 'count', 'date'].map(fault)}
            remove={{
              label: `Take out ${each.name}`,
              run: () =>
                change({ instalments: draft.instalments.filter(({ id }) => id !== each.id) }, `out.${each.id}`),
            }}
            raise={index > 0 ? { label: `Move ${each.name} up`, run: () => move(index) } : null}
          >
            <Sentence
              segments={instalmentSegments(rule ?? emptyRule(each), { currency, shares: 1 })}
              parts={{
                name: (
                  <TypedToken
                    value={each.name}
                    mode="text"
                    wide
                    label="Name of the instalment"
                    fault={fault('name')}
                    onChange={(name) => set(each.id, { name }, 'name')}
                  />
                ),
                amount: (
                  <>
                    <TypedToken
                      value={each.amount}
                      label={`Amount of ${each.name}`}
                      fault={fault('amount')}
                      onChange={(value) => set(each.id, { amount: value }, 'amount')}
                    />
                    <ChosenToken
                      value={each.amountKind}
                      label={`Kind of amount of ${each.name}`}
                      options={amountKinds}
                      onChange={(amountKind) => set(each.id, { amountKind, ...usualAmount(amountKind, each) }, 'kind')}
                    />
                  </>
                ),
                due: <DueTokens draft={each} set={set} fault={fault} />,
                collect: (
                  <ChosenToken
                    value={each.collect}
                    label={`How ${each.name} is collected`}
                    options={collects}
                    onChange={(collect) => set(each.id, { collect }, 'collect')}
                  />
                ),
              }}
            />
          </RuleRow>
        );
      })}
      <AddRule onClick={add} fault={reading.faults['instalments.none']}>
        Add an instalment
      </AddRule>
    </Section>
  );
}

const usualAmount = (
  kind: InstalmentDraft['amountKind'],
  { amount, amountKind }: InstalmentDraft,
): { amount: string } => {
  if (kind === amountKind) return { amount };
  return { amount: { percent: '30', fixed: '100', share: '1' }[kind] };
};

const emptyRule = ({ name, collect }: InstalmentDraft): InstalmentRule => ({
  name,
  collect,
  amount: { share: 1 },
  due: { open: true },
});

function DueTokens({
  draft,
  set,
  fault,
}: {
  readonly draft: InstalmentDraft;
  readonly set: (id: string, part: Partial<InstalmentDraft>, field: string) => void;
  readonly fault: (field: string) => string | undefined;
}) {
  const { id, name, dueOn, dueMove } = draft;
  const anchored = dueOn === 'agreement' || dueOn === 'start' || dueOn === 'end';
  return (
    <>
      {anchored && dueMove !== 'at' && (
        <>
          <TypedToken
            value={draft.count}
            mode="numeric"
            label={`How long ${dueMove}, ${name}`}
            fault={fault('count')}
            onChange={(count) => set(id, { count }, 'count')}
          />
          <ChosenToken
            value={draft.unit}
            label={`Unit of time of ${name}`}
            options={dateUnits}
            onChange={(unit) => set(id, { unit }, 'unit')}
          />
        </>
      )}
      {anchored ? (
        <ChosenToken
          value={dueMove}
          label={`Before, at or after, ${name}`}
          options={moves}
          onChange={(move) => set(id, { dueMove: move }, 'move')}
        />
      ) : (
        <span>on </span>
      )}
      <ChosenToken
        value={dueOn}
        label={`When ${name} is due`}
        options={duePlaces}
        onChange={(place) => set(id, { dueOn: place }, 'on')}
      />
      {dueOn === 'date' && (
        <input
          type="date"
          className={styles.token}
          value={draft.date}
          aria-label={`Day of ${name}`}
          aria-invalid={fault('date') ? true : undefined}
          onChange={(event) => set(id, { date: event.currentTarget.value }, 'date')}
        />
      )}
    </>
  );
}
