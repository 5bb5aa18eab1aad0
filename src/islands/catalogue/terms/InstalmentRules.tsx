import { collectWords, instalmentSegments } from '#core/wording/ruleSegments';
import type { InstalmentRule } from '#core/plan/rules';
import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { type InstalmentDraft } from '#islands/catalogue/terms/draft';
import { DueTokens } from '#islands/catalogue/terms/DueTokens';
import { AddRule, RuleRow, Section } from '#islands/catalogue/terms/RuleRow';
import { ChosenToken, Sentence, TypedToken } from '#islands/catalogue/terms/tokens';
import type { Editing } from '#islands/catalogue/terms/useTermsDraft';
import { whileSame } from '#islands/catalogue/terms/whileSame';
import { memo, useCallback, useRef } from 'react';
import { newKey } from '#islands/api';

const amountKinds = [
  ['percent', '% of the price'],
  ['fixed', 'fixed'],
  ['share', 'equal parts of what is left'],
] as const;
const collects = Object.entries(collectWords) as [keyof typeof collectWords, string][];

type Props = {
  readonly editing: Editing;
  readonly currency: string;
  /** What each rule takes on the example, by the id of its draft. */
  readonly amounts: ReadonlyMap<string, Minor>;
  readonly about: string;
};

function InstalmentSection({ editing, currency, amounts, about }: Props) {
  const { draft, reading, change } = editing;
  const list = useRef(draft.instalments);
  list.current = draft.instalments;
  const put = useCallback(
    (next: (before: readonly InstalmentDraft[]) => readonly InstalmentDraft[], key: string): void =>
      change({ instalments: next(list.current) }, key),
    [change],
  );
  const add = (): void => {
    const first = draft.instalments.length === 0;
    const added: InstalmentDraft = {
      id: newKey(),
      name: first ? 'deposit' : 'balance',
      amountKind: first ? 'percent' : 'share',
      amount: first ? '30' : '1',
      collect: 'ask',
      dueOn: first ? 'agreement' : 'start',
      dueMove: first ? 'at' : 'before',
      count: '7',
      unit: 'days',
      date: '',
    };
    put((before) => [...before, added], `add.${added.id}`);
  };
  return (
    <Section title="Instalments" about={about}>
      {draft.instalments.map((each, index) => {
        const amount = amounts.get(each.id);
        return (
          <InstalmentRow
            key={each.id}
            draft={each}
            first={index === 0}
            rule={reading.good.get(each.id) as InstalmentRule | undefined}
            figure={amount === undefined ? null : formatAmount(amount, currency)}
            faults={fields.map((field) => reading.faults[`${each.id}.${field}`] ?? '').join('|')}
            currency={currency}
            put={put}
          />
        );
      })}
      <AddRule onClick={add} fault={reading.faults['instalments.none']}>
        Add an instalment
      </AddRule>
    </Section>
  );
}

export const InstalmentRules = memo(InstalmentSection, whileSame('instalments'));

const fields = ['name', 'amount', 'count', 'date'] as const;

type RowProps = {
  readonly draft: InstalmentDraft;
  readonly first: boolean;
  readonly rule: InstalmentRule | undefined;
  readonly figure: string | null;
  /** Those of its fields, in their order, one text so that they can be compared. */
  readonly faults: string;
  readonly currency: string;
  readonly put: (next: (before: readonly InstalmentDraft[]) => readonly InstalmentDraft[], key: string) => void;
};

const sameRow = (a: RowProps, b: RowProps): boolean =>
  a.draft === b.draft && a.first === b.first && a.figure === b.figure && a.faults === b.faults;

const InstalmentRow = memo(function InstalmentRow({
  draft: each,
  first,
  rule,
  figure,
  faults,
  currency,
  put,
}: RowProps) {
  const said = faults.split('|');
  const fault = (field: (typeof fields)[number]): string | undefined => said[fields.indexOf(field)] || undefined;
  const set = (part: Partial<InstalmentDraft>, field: string): void =>
    put(
      (before) => before.map((other) => (other.id === each.id ? { ...other, ...part } : other)),
      `${each.id}.${field}`,
    );
  const raise = (): void =>
    put((before) => {
      const at = before.findIndex(({ id }) => id === each.id);
      return before.map((other, index) => (index === at ? before[at - 1]! : index === at - 1 ? each : other));
    }, `raise.${newKey()}`);
  return (
    <RuleRow
      mark={each.dueOn === 'open' ? 'm-open' : 'm-due'}
      figure={figure}
      faults={fields.map(fault)}
      remove={{
        label: `Take out ${each.name}`,
        run: () => put((before) => before.filter(({ id }) => id !== each.id), `out.${each.id}`),
      }}
      raise={first ? null : { label: `Move ${each.name} up`, run: raise }}
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
              onChange={(name) => set({ name }, 'name')}
            />
          ),
          amount: (
            <>
              <TypedToken
                value={each.amount}
                label={`Amount of ${each.name}`}
                fault={fault('amount')}
                onChange={(value) => set({ amount: value }, 'amount')}
              />
              <ChosenToken
                value={each.amountKind}
                label={`Kind of amount of ${each.name}`}
                options={amountKinds}
                onChange={(amountKind) => set({ amountKind, ...usualAmount(amountKind, each) }, 'kind')}
              />
            </>
          ),
          due: <DueTokens draft={each} set={set} fault={fault} />,
          collect: (
            <ChosenToken
              value={each.collect}
              label={`How ${each.name} is collected`}
              options={collects}
              onChange={(collect) => set({ collect }, 'collect')}
            />
          ),
        }}
      />
    </RuleRow>
  );
}, sameRow);

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
