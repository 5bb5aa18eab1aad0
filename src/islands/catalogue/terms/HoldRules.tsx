import { holdSegments } from '#core/wording/ruleSegments';
import type { HoldRule } from '#core/plan/rules';
import type { HoldDraft } from '#islands/catalogue/terms/draft';
import { AddRule, RuleRow, Section } from '#islands/catalogue/terms/RuleRow';
import { allUnits, ChosenToken, Sentence, TypedToken } from '#islands/catalogue/terms/tokens';
import type { Editing } from '#islands/catalogue/terms/useTermsDraft';
import { whileSame } from '#islands/catalogue/terms/whileSame';
import { memo } from 'react';

const securities = [
  ['none', 'Nothing is held'],
  ['card', 'A card is kept on file, nothing is held'],
  ['hold', 'A sum is held on a card'],
] as const;
const moves = [
  ['at', 'at'],
  ['before', 'before'],
  ['after', 'after'],
] as const;
const places = [
  ['start', 'the start'],
  ['agreement', 'agreement'],
] as const;
const amounts = [
  ['fixed', 'fixed'],
  ['percent', '% of the price'],
] as const;
const styles = [
  ['overlap', 'the old one let go after'],
  ['swap', 'the old one let go first'],
] as const;
const mays = [
  ['no', 'may not'],
  ['yes', 'may'],
] as const;

function HoldRulesSection({ editing, currency }: { readonly editing: Editing; readonly currency: string }) {
  const { draft, reading, change } = editing;
  const { hold, security } = draft;
  const set = (part: Partial<HoldDraft>): void =>
    change({ hold: { ...hold, ...part } }, `hold.${Object.keys(part)[0]}`);
  const fault = (field: string): string | undefined => reading.faults[`hold.${field}`];
  const rule = reading.terms.hold;
  return (
    <Section title="Hold">
      <RuleRow mark={security === 'hold' ? 'm-held' : security === 'card' ? 'm-heldPlanned' : null}>
        <ChosenToken
          value={security}
          label="What secures the booking besides money"
          options={securities}
          onChange={(each) => change({ security: each }, 'security')}
        />
        .
      </RuleRow>
      {security === 'hold' && (
        <>
          <RuleRow
            mark="m-held"
            faults={['amount', 'placeCount', 'keepCount', 'validFor', 'renewValidFor', 'margin'].map(fault)}
          >
            <Sentence
              segments={holdSegments(
                rule ?? ({ amount: { fixed: 0 }, place: { on: 'start' }, keep: { on: 'end' } } as HoldRule),
                currency,
              )}
              parts={holdParts(hold, set, fault)}
            />
          </RuleRow>
          <RuleRow mark={null}>
            The hold{' '}
            <ChosenToken
              value={draft.holdCoversBalance ? 'yes' : 'no'}
              label="Whether the hold may pay the balance"
              options={mays}
              onChange={(may) => change({ holdCoversBalance: may === 'yes' }, 'coversBalance')}
            />{' '}
            pay a balance that is still owed, and{' '}
            <ChosenToken
              value={draft.holdCoversKeep ? 'yes' : 'no'}
              label="Whether the hold may pay what a cancellation leaves owed"
              options={mays}
              onChange={(may) => change({ holdCoversKeep: may === 'yes' }, 'coversKeep')}
            />{' '}
            pay what a cancellation leaves owed.
          </RuleRow>
          {draft.chargeInstead === null ? (
            <AddRule onClick={() => change({ chargeInstead: '3' }, 'chargeInstead')}>
              Charge a refundable deposit instead where the hold gets long
            </AddRule>
          ) : (
            <RuleRow
              mark="m-due"
              faults={[reading.faults['chargeInstead.count']]}
              remove={{ label: 'Always hold', run: () => change({ chargeInstead: null }, 'holdAlways') }}
            >
              Where that needs more than{' '}
              <TypedToken
                value={draft.chargeInstead}
                mode="numeric"
                label="Most authorisations"
                fault={reading.faults['chargeInstead.count']}
                onChange={(above) => change({ chargeInstead: above }, 'chargeInstead')}
              />{' '}
              authorisations, the sum is charged as a refundable deposit instead.
            </RuleRow>
          )}
        </>
      )}
    </Section>
  );
}

export const HoldRules = memo(
  HoldRulesSection,
  whileSame('security', 'hold', 'chargeInstead', 'holdCoversBalance', 'holdCoversKeep'),
);

const holdParts = (
  hold: HoldDraft,
  set: (part: Partial<HoldDraft>) => void,
  fault: (field: string) => string | undefined,
) => ({
  amount: (
    <>
      <TypedToken value={hold.amount} label="Sum held" fault={fault('amount')} onChange={(amount) => set({ amount })} />
      <ChosenToken
        value={hold.amountKind}
        label="Kind of sum held"
        options={amounts}
        onChange={(amountKind) => set({ amountKind, amount: amountKind === 'percent' ? '50' : '400' })}
      />
    </>
  ),
  place: (
    <>
      {hold.placeMove !== 'at' && (
        <>
          <TypedToken
            value={hold.placeCount}
            mode="numeric"
            label="Held from, how long"
            fault={fault('placeCount')}
            onChange={(placeCount) => set({ placeCount })}
          />
          <ChosenToken
            value={hold.placeUnit}
            label="Held from, unit"
            options={allUnits}
            onChange={(placeUnit) => set({ placeUnit })}
          />
        </>
      )}
      <ChosenToken
        value={hold.placeMove}
        label="Held from, before or after"
        options={moves}
        onChange={(placeMove) => set({ placeMove })}
      />
      <ChosenToken value={hold.placeOn} label="Held from" options={places} onChange={(placeOn) => set({ placeOn })} />
    </>
  ),
  keep: (
    <>
      <TypedToken
        value={hold.keepCount}
        mode="numeric"
        label="Held until, how long after the end"
        fault={fault('keepCount')}
        onChange={(keepCount) => set({ keepCount })}
      />
      <ChosenToken
        value={hold.keepUnit}
        label="Held until, unit"
        options={allUnits}
        onChange={(keepUnit) => set({ keepUnit })}
      />
      <span>after the end</span>
    </>
  ),
  validFor: (
    <>
      <TypedToken
        value={hold.validFor}
        mode="numeric"
        label="Hours that an authorisation lasts"
        fault={fault('validFor')}
        onChange={(validFor) => set({ validFor })}
      />
      <span>hours</span>
    </>
  ),
  margin: (
    <>
      <TypedToken
        value={hold.margin}
        mode="numeric"
        label="Hours before it runs out"
        fault={fault('margin')}
        onChange={(margin) => set({ margin })}
      />
      <span>hours</span>
    </>
  ),
  style: (
    <ChosenToken value={hold.style} label="Which goes first" options={styles} onChange={(style) => set({ style })} />
  ),
});
