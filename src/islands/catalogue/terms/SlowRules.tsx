import type { Reminder } from '#core/terms/terms';
import { reminderSegments } from '#core/wording/ruleSegments';
import type { ReminderDraft } from '#islands/catalogue/terms/draft';
import { AddRule, RuleRow, Section } from '#islands/catalogue/terms/RuleRow';
import { ChosenToken, dateUnits, Sentence, TypedToken } from '#islands/catalogue/terms/tokens';
import type { Editing } from '#islands/catalogue/terms/useTermsDraft';
import { whileSame } from '#islands/catalogue/terms/whileSame';
import { memo } from 'react';
import { newKey } from '#islands/api';

const when = [
  ['before', 'before'],
  ['after', 'after'],
] as const;

/** When money is slow: lateness, reminders, tries on a card, part payments, a place that is given back. */
function SlowRulesSection({ editing }: { readonly editing: Editing }) {
  const { draft, reading, change } = editing;
  const { minimum } = draft;
  const fault = (path: string): string | undefined => reading.faults[path];
  const set = (id: string, part: Partial<ReminderDraft>): void =>
    change(
      { reminders: draft.reminders.map((each) => (each.id === id ? { ...each, ...part } : each)) },
      `${id}.${Object.keys(part)[0]}`,
    );
  const collectAt = reading.terms.collectAt ?? '09:00';
  return (
    <Section title="When money is slow">
      {draft.reminders.map((each) => (
        <RuleRow
          key={each.id}
          mark={null}
          faults={['count', 'at', 'text'].map((field) => fault(`${each.id}.${field}`))}
          remove={{
            label: 'Take out this reminder',
            run: () => change({ reminders: draft.reminders.filter(({ id }) => id !== each.id) }, `out.${each.id}`),
          }}
        >
          <Sentence
            segments={reminderSegments(
              (reading.good.get(each.id) as Reminder | undefined) ?? { days: 1, when: each.when },
              collectAt,
            )}
            parts={{
              offset: (
                <>
                  <TypedToken
                    value={each.count}
                    mode="numeric"
                    label="How long from the due day"
                    fault={fault(`${each.id}.count`)}
                    onChange={(count) => set(each.id, { count })}
                  />
                  <ChosenToken
                    value={each.unit}
                    label="Unit from the due day"
                    options={dateUnits}
                    onChange={(unit) => set(each.id, { unit })}
                  />
                </>
              ),
              when: (
                <ChosenToken
                  value={each.when}
                  label="Before or after the due day"
                  options={when}
                  onChange={(side) => set(each.id, { when: side })}
                />
              ),
              at: (
                <TypedToken
                  value={each.at === '' ? collectAt : each.at}
                  mode="text"
                  label="Time of day"
                  fault={fault(`${each.id}.at`)}
                  onChange={(at) => set(each.id, { at })}
                />
              ),
              text: (
                <TypedToken
                  value={each.text}
                  mode="text"
                  wide
                  placeholder="in the usual words"
                  label="How the message begins; empty for the usual words"
                  fault={fault(`${each.id}.text`)}
                  onChange={(text) => set(each.id, { text })}
                />
              ),
            }}
          />
        </RuleRow>
      ))}
      <AddRule
        onClick={() => {
          const id = newKey();
          const added: ReminderDraft = { id, count: '3', unit: 'days', when: 'after', at: '', text: '' };
          change({ reminders: [...draft.reminders, added] }, `add.${id}`);
        }}
      >
        Add a reminder
      </AddRule>
      <RuleRow mark="m-late" faults={[fault('graceDays.count')]}>
        A payment is late{' '}
        <TypedToken
          value={draft.graceDays}
          mode="numeric"
          label="Days until late"
          fault={fault('graceDays.count')}
          onChange={(graceDays) => change({ graceDays }, 'graceDays')}
        />{' '}
        days after its day.
      </RuleRow>
      <RuleRow mark={null} faults={[fault('retries.hours')]}>
        A charge refused for the moment is tried again after{' '}
        <TypedToken
          value={draft.retries}
          mode="text"
          wide
          label="Hours until each further try"
          fault={fault('retries.hours')}
          onChange={(retries) => change({ retries }, 'retries')}
        />{' '}
        hours; one refused for good never.
      </RuleRow>
      <RuleRow mark={null} faults={[fault('collectAt.time')]}>
        Money is asked for and charged at{' '}
        <TypedToken
          value={draft.collectAt}
          mode="text"
          label="Collecting hour"
          fault={fault('collectAt.time')}
          onChange={(at) => change({ collectAt: at }, 'collectAt')}
        />
        .
      </RuleRow>
      {minimum ? (
        <RuleRow
          mark={null}
          faults={[fault('minimum.amount')]}
          remove={{ label: 'No part payments', run: () => change({ minimum: null }, 'noMinimum') }}
        >
          Part payments are taken from{' '}
          <TypedToken
            value={minimum.amount}
            label="Smallest part payment"
            fault={fault('minimum.amount')}
            onChange={(amount) => change({ minimum: { ...minimum, amount } }, 'minimum')}
          />
          <ChosenToken
            value={minimum.kind}
            label="Kind of smallest part payment"
            options={[
              ['percent', '% of what is open'],
              ['fixed', 'fixed'],
            ]}
            onChange={(kind) => change({ minimum: { kind, amount: kind === 'percent' ? '25' : '50' } }, 'minimumKind')}
          />{' '}
          on.
        </RuleRow>
      ) : (
        <AddRule onClick={() => change({ minimum: { kind: 'percent', amount: '25' } }, 'addMinimum')}>
          Take part payments
        </AddRule>
      )}
      {draft.lapse === null ? (
        <AddRule onClick={() => change({ lapse: '72' }, 'addLapse')}>Give the place back where nothing is paid</AddRule>
      ) : (
        <RuleRow
          mark={null}
          faults={[fault('lapse.hours')]}
          remove={{ label: 'Never give the place back', run: () => change({ lapse: null }, 'noLapse') }}
        >
          Without a first payment the place is given back after{' '}
          <TypedToken
            value={draft.lapse}
            mode="numeric"
            label="Hours until the place is given back"
            fault={fault('lapse.hours')}
            onChange={(lapse) => change({ lapse }, 'lapse')}
          />{' '}
          hours.
        </RuleRow>
      )}
    </Section>
  );
}

export const SlowRules = memo(
  SlowRulesSection,
  whileSame('reminders', 'graceDays', 'retries', 'collectAt', 'minimum', 'lapse'),
);
