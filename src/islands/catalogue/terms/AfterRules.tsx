import { zero } from '#core/money/minor';
import type { ClaimTerms, LateRule } from '#core/terms/terms';
import { claimSegments, exemptionWords, lateSegments } from '#core/wording/ruleSegments';
import type { ClaimsDraft, LateDraft, WithdrawalDraft } from '#islands/catalogue/terms/draft';
import { AddRule, RuleRow, Section } from '#islands/catalogue/terms/RuleRow';
import { ChosenToken, Sentence, TypedToken } from '#islands/catalogue/terms/tokens';
import type { Editing } from '#islands/catalogue/terms/useTermsDraft';
import { whileSame } from '#islands/catalogue/terms/whileSame';
import { memo } from 'react';

const sumKinds = [
  ['percent', '% of the price'],
  ['fixed', 'fixed'],
] as const;
const eachKinds = [
  ['percent', '% of the price of one'],
  ['fixed', 'fixed'],
] as const;
const per = [
  ['hour', 'hour'],
  ['day', 'day'],
] as const;
const withdrawals: readonly (readonly [WithdrawalDraft['kind'], string])[] = [
  ['none', 'nothing is said'],
  ['days', 'the client can withdraw'],
  ...(Object.entries(exemptionWords) as [WithdrawalDraft['kind'], string][]),
];

const newLate: LateDraft = { free: '30', per: 'hour', kind: 'percent', amount: '150', most: null };
const usualClaims: ClaimTerms = { answerDays: 7 };
const usualLate: LateRule = { freeMinutes: 30, per: 'hour', each: { fixed: zero } };

/** After the service: how the client is heard about claims, what lateness costs, and the right to withdraw by law. */
function AfterRulesSection({ editing, currency }: { readonly editing: Editing; readonly currency: string }) {
  const { draft, reading, change } = editing;
  const claims = draft.claims ?? null;
  const withdrawal = draft.withdrawal ?? { kind: 'none' as const, days: '14' };
  const fault = (path: string): string | undefined => reading.faults[path];
  const set = (part: Partial<ClaimsDraft>): void =>
    change({ claims: { ...claims!, ...part } }, `claims.${Object.keys(part)[0]}`);
  const setLate = (part: Partial<LateDraft>): void =>
    change({ claims: { ...claims!, late: { ...claims!.late!, ...part } } }, `late.${Object.keys(part)[0]}`);
  const read = (reading.good.get('claims') as ClaimTerms | undefined) ?? usualClaims;
  return (
    <Section title="After the service">
      {claims ? (
        <RuleRow
          mark="m-held"
          faults={[fault('claims.days'), fault('claims.most')]}
          remove={{ label: 'Claims are told, and not asked about', run: () => change({ claims: null }, 'noClaims') }}
        >
          <Sentence
            segments={claimSegments(read, currency)}
            parts={{
              days: (
                <TypedToken
                  value={claims.days}
                  mode="numeric"
                  label="Days for an answer"
                  fault={fault('claims.days')}
                  onChange={(days) => set({ days })}
                />
              ),
              most: claims.most ? (
                <>
                  <TypedToken
                    value={claims.most.amount}
                    label="The most that can be claimed"
                    fault={fault('claims.most')}
                    onChange={(amount) => set({ most: { ...claims.most!, amount } })}
                  />
                  <ChosenToken
                    value={claims.most.kind}
                    label="Kind of the most"
                    options={sumKinds}
                    onChange={(kind) => set({ most: { ...claims.most!, kind } })}
                  />
                </>
              ) : (
                <ChosenToken
                  value="held"
                  label="The most that can be claimed"
                  options={[
                    ['held', 'what is held'],
                    ['sum', 'a sum'],
                  ]}
                  onChange={() => set({ most: { kind: 'fixed', amount: '500' } })}
                />
              ),
            }}
          />
        </RuleRow>
      ) : (
        <AddRule onClick={() => change({ claims: { days: '7', most: null, late: null } }, 'addClaims')}>
          Hear the client before anything is claimed
        </AddRule>
      )}
      {claims?.late ? (
        <RuleRow
          mark="m-due"
          faults={['free', 'each', 'most'].map((field) => fault(`claims.late.${field}`))}
          remove={{ label: 'Lateness costs nothing by itself', run: () => set({ late: null }) }}
        >
          <Sentence
            segments={lateSegments(read.late ?? usualLate, currency)}
            parts={{
              free: (
                <TypedToken
                  value={claims.late.free}
                  mode="numeric"
                  label="Minutes that are free"
                  fault={fault('claims.late.free')}
                  onChange={(free) => setLate({ free })}
                />
              ),
              per: (
                <ChosenToken
                  value={claims.late.per}
                  label="Each begun"
                  options={per}
                  onChange={(each) => setLate({ per: each })}
                />
              ),
              each: (
                <>
                  <TypedToken
                    value={claims.late.amount}
                    label="What each costs"
                    fault={fault('claims.late.each')}
                    onChange={(amount) => setLate({ amount })}
                  />
                  <ChosenToken
                    value={claims.late.kind}
                    label="Kind of what each costs"
                    options={eachKinds}
                    onChange={(kind) => setLate({ kind })}
                  />
                </>
              ),
              most:
                claims.late.most === null ? (
                  <ChosenToken
                    value="any"
                    label="The most for lateness"
                    options={[
                      ['any', 'as long as it takes'],
                      ['sum', 'up to a sum'],
                    ]}
                    onChange={() => setLate({ most: '200' })}
                  />
                ) : (
                  <>
                    at most{' '}
                    <TypedToken
                      value={claims.late.most}
                      label="The most for lateness"
                      fault={fault('claims.late.most')}
                      onChange={(most) => setLate({ most })}
                    />
                  </>
                ),
            }}
          />
        </RuleRow>
      ) : (
        claims && <AddRule onClick={() => set({ late: newLate })}>Say what a late return costs</AddRule>
      )}
      <RuleRow mark={null} faults={[fault('withdrawal.days')]}>
        Withdrawal by law:{' '}
        <ChosenToken
          value={withdrawal.kind}
          label="Withdrawal by law"
          options={withdrawals}
          onChange={(kind) => change({ withdrawal: { ...withdrawal, kind } }, 'withdrawal')}
        />
        {withdrawal.kind === 'days' && (
          <>
            {' '}
            within{' '}
            <TypedToken
              value={withdrawal.days}
              mode="numeric"
              label="Days to withdraw"
              fault={fault('withdrawal.days')}
              onChange={(days) => change({ withdrawal: { ...withdrawal, days } }, 'withdrawal.days')}
            />{' '}
            days of agreeing
          </>
        )}
        .
      </RuleRow>
    </Section>
  );
}

export const AfterRules = memo(AfterRulesSection, whileSame('claims', 'withdrawal'));
