import type { CancellationTerms, CancellationTier } from '#core/cancellation/cancel';
import { graceSegments, tierSegments } from '#core/wording/ruleSegments';
import type { KeepDraft, TierDraft } from '#islands/catalogue/terms/draft';
import { AddRule, RuleRow, Section } from '#islands/catalogue/terms/RuleRow';
import { allUnits, ChosenToken, Sentence, TypedToken } from '#islands/catalogue/terms/tokens';
import type { Editing } from '#islands/catalogue/terms/useTermsDraft';
import { whileSame } from '#islands/catalogue/terms/whileSame';
import { memo } from 'react';
import { newKey } from '#islands/api';

const keepKinds = [
  ['percent', '% of the price'],
  ['fixed', 'fixed'],
  ['received', 'what has come in'],
] as const;

function KeepTokens({
  keep,
  label,
  fault,
  onChange,
}: {
  readonly keep: KeepDraft;
  readonly label: string;
  readonly fault: string | undefined;
  readonly onChange: (keep: KeepDraft) => void;
}) {
  return (
    <>
      {keep.kind !== 'received' && (
        <TypedToken
          value={keep.amount}
          label={label}
          fault={fault}
          onChange={(amount) => onChange({ ...keep, amount })}
        />
      )}
      <ChosenToken
        value={keep.kind}
        label={`Kind of: ${label}`}
        options={keepKinds}
        onChange={(kind) => onChange({ kind, amount: kind === 'received' ? '' : keep.amount || '50' })}
      />
    </>
  );
}

/** @param figures what each step keeps on the example, by the id of its draft; grace and no-show by their names */
function CancelRulesSection({
  editing,
  currency,
  figures,
}: {
  readonly editing: Editing;
  readonly currency: string;
  readonly figures: ReadonlyMap<string, string>;
}) {
  const { draft, reading, change } = editing;
  const { grace, noShow, keepAtLeast } = draft;
  const fault = (path: string): string | undefined => reading.faults[path];
  const setTier = (id: string, part: Partial<TierDraft>): void =>
    change(
      { tiers: draft.tiers.map((each) => (each.id === id ? { ...each, ...part } : each)) },
      `${id}.${Object.keys(part)[0]}`,
    );
  return (
    <Section title="If the client cancels">
      {draft.tiers.map((tier) => (
        <RuleRow
          key={tier.id}
          mark="m-back"
          figure={figures.get(tier.id) ?? null}
          faults={[fault(`${tier.id}.count`), fault(`${tier.id}.keep`)]}
          remove={{
            label: 'Take out this step',
            run: () => change({ tiers: draft.tiers.filter(({ id }) => id !== tier.id) }, `out.${tier.id}`),
          }}
        >
          <Sentence
            segments={tierSegments(
              (reading.good.get(tier.id) as CancellationTier | undefined) ?? {
                notice: { days: 1 },
                keep: { received: true },
              },
              currency,
            )}
            parts={{
              notice: (
                <>
                  <TypedToken
                    value={tier.count}
                    mode="numeric"
                    label="How long before the start"
                    fault={fault(`${tier.id}.count`)}
                    onChange={(count) => setTier(tier.id, { count })}
                  />
                  <ChosenToken
                    value={tier.unit}
                    label="Unit of notice"
                    options={allUnits}
                    onChange={(unit) => setTier(tier.id, { unit })}
                  />
                </>
              ),
              keep: (
                <KeepTokens
                  keep={tier.keep}
                  label="What is kept"
                  fault={fault(`${tier.id}.keep`)}
                  onChange={(keep) => setTier(tier.id, { keep })}
                />
              ),
            }}
          />
        </RuleRow>
      ))}
      <RuleRow mark={null} figure={figures.get('none') ?? null}>
        {draft.tiers.length > 0 ? 'Later than that' : 'Whenever it is'}: everything is kept.
      </RuleRow>
      <AddRule
        onClick={() => {
          const added: TierDraft = { id: newKey(), count: '7', unit: 'days', keep: { kind: 'percent', amount: '50' } };
          change({ tiers: [...draft.tiers, added] }, `add.${added.id}`);
        }}
      >
        Add a step
      </AddRule>
      {grace ? (
        <RuleRow
          mark="m-back"
          figure={figures.get('grace') ?? null}
          faults={[fault('grace.withinCount'), fault('grace.noticeCount')]}
          remove={{ label: 'No second thoughts', run: () => change({ grace: null }, 'noGrace') }}
        >
          <Sentence
            segments={graceSegments(
              (reading.good.get('grace') as CancellationTerms['grace']) ?? {
                within: { hours: 24 },
                notice: { days: 7 },
              },
            )}
            parts={{
              within: (
                <>
                  <TypedToken
                    value={grace.withinCount}
                    mode="numeric"
                    label="How long after agreeing"
                    fault={fault('grace.withinCount')}
                    onChange={(withinCount) => change({ grace: { ...grace, withinCount } }, 'grace.withinCount')}
                  />
                  <ChosenToken
                    value={grace.withinUnit}
                    label="Unit after agreeing"
                    options={allUnits}
                    onChange={(withinUnit) => change({ grace: { ...grace, withinUnit } }, 'grace.withinUnit')}
                  />
                </>
              ),
              notice: (
                <>
                  <TypedToken
                    value={grace.noticeCount}
                    mode="numeric"
                    label="How long must remain"
                    fault={fault('grace.noticeCount')}
                    onChange={(noticeCount) => change({ grace: { ...grace, noticeCount } }, 'grace.noticeCount')}
                  />
                  <ChosenToken
                    value={grace.noticeUnit}
                    label="Unit that must remain"
                    options={allUnits}
                    onChange={(noticeUnit) => change({ grace: { ...grace, noticeUnit } }, 'grace.noticeUnit')}
                  />
                </>
              ),
            }}
          />
        </RuleRow>
      ) : (
        <AddRule
          onClick={() =>
            change(
              { grace: { withinCount: '24', withinUnit: 'hours', noticeCount: '7', noticeUnit: 'days' } },
              'addGrace',
            )
          }
        >
          Allow second thoughts
        </AddRule>
      )}
      {keepAtLeast ? (
        <RuleRow
          mark="m-back"
          faults={[fault('keepAtLeast.keep')]}
          remove={{ label: 'No least sum', run: () => change({ keepAtLeast: null }, 'noLeast') }}
        >
          At least{' '}
          <KeepTokens
            keep={keepAtLeast}
            label="What is kept at least"
            fault={fault('keepAtLeast.keep')}
            onChange={(keep) => change({ keepAtLeast: keep }, 'keepAtLeast')}
          />{' '}
          is kept, apart from second thoughts.
        </RuleRow>
      ) : (
        <AddRule onClick={() => change({ keepAtLeast: { kind: 'fixed', amount: '25' } }, 'addLeast')}>
          Keep a least sum
        </AddRule>
      )}
      <RuleRow
        mark={null}
        figure={figures.get('noShow') ?? null}
        faults={[fault('noShow.keep')]}
        remove={noShow ? { label: 'Keep everything', run: () => change({ noShow: null }, 'noShowAll') } : null}
      >
        Nobody came:{' '}
        {noShow ? (
          <KeepTokens
            keep={noShow}
            label="Kept at a no-show"
            fault={fault('noShow.keep')}
            onChange={(keep) => change({ noShow: keep }, 'noShow')}
          />
        ) : (
          <ChosenToken
            value="all"
            label="Kept at a no-show"
            options={[
              ['all', 'everything'],
              ['part', 'a part'],
            ]}
            onChange={() => change({ noShow: { kind: 'percent', amount: '80' } }, 'noShow')}
          />
        )}{' '}
        is kept.
      </RuleRow>
    </Section>
  );
}

export const CancelRules = memo(CancelRulesSection, whileSame('tiers', 'grace', 'keepAtLeast', 'noShow'));
