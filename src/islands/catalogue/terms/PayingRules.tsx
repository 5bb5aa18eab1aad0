import type { TermsDraft } from '#islands/catalogue/terms/draft';
import { waysToPay } from '#core/paymentMethods/ways';
import { wayWords } from '#core/wording/wayWords';
import { AddRule, RuleRow, Section } from '#islands/catalogue/terms/RuleRow';
import { ChosenToken, TypedToken } from '#islands/catalogue/terms/tokens';
import type { Editing } from '#islands/catalogue/terms/useTermsDraft';
import { whileSame } from '#islands/catalogue/terms/whileSame';
import { memo } from 'react';
import { Chip } from '@mantine/core';
import styles from './Terms.module.css';

/** How the client pays: the first payment, everything at once, ways, a fee passed on. */
function PayingRulesSection({ editing }: { readonly editing: Editing }) {
  const { draft, reading, change } = editing;
  const { fee } = draft;
  const fault = (path: string): string | undefined => reading.faults[path];
  return (
    <Section title="How the client pays">
      <RuleRow mark={null}>
        What is due at agreement{' '}
        <ChosenToken
          value={draft.required ? 'required' : 'choice'}
          label="Whether the first payment is obligatory"
          options={[
            ['required', 'secures the booking'],
            ['choice', 'is left to the client'],
          ]}
          onChange={(each) => change({ required: each === 'required' }, 'required')}
        />
        ; offered first is{' '}
        <ChosenToken
          value={draft.preset}
          label="What is offered first"
          options={[
            ['due', 'what is due'],
            ['all', 'the whole price'],
          ]}
          onChange={(preset) => change({ preset }, 'preset')}
        />
        .
      </RuleRow>
      {draft.payAllDiscount === null ? (
        <AddRule onClick={() => change({ payAllDiscount: '3' }, 'addPayAll')}>
          A discount for paying everything at once
        </AddRule>
      ) : (
        <RuleRow
          mark="m-back"
          faults={[fault('payAll.percent')]}
          remove={{ label: 'No such discount', run: () => change({ payAllDiscount: null }, 'noPayAll') }}
        >
          Whoever pays everything at once gets{' '}
          <TypedToken
            value={draft.payAllDiscount}
            label="Percent off for paying everything"
            fault={fault('payAll.percent')}
            onChange={(payAllDiscount) => change({ payAllDiscount }, 'payAll')}
          />{' '}
          % off.
        </RuleRow>
      )}
      <RuleRow mark={null} faults={[fault('ways.none')]}>
        <span className={styles.ways} role="group" aria-label="Ways to pay">
          Offered are
          <Chip.Group
            multiple
            value={[...draft.ways]}
            onChange={(ways) => change({ ways: ways as TermsDraft['ways'] }, 'ways')}
          >
            {waysToPay.map((way) => (
              <Chip key={way} value={way} size="xs" radius="sm">
                {wayWords[way]}
              </Chip>
            ))}
          </Chip.Group>
        </span>
      </RuleRow>
      {fee === null ? (
        <AddRule onClick={() => change({ fee: { percent: '1.5', fixed: '0.25', mode: 'add', country: '' } }, 'addFee')}>
          Pass the card’s fee on
        </AddRule>
      ) : (
        <RuleRow
          mark="m-due"
          faults={['percent', 'fixed', 'country'].map((field) => fault(`fee.${field}`))}
          remove={{ label: 'Bear the fee', run: () => change({ fee: null }, 'noFee') }}
        >
          For a card{' '}
          <TypedToken
            value={fee.percent}
            label="Fee in percent"
            fault={fault('fee.percent')}
            onChange={(percent) => change({ fee: { ...fee, percent } }, 'fee.percent')}
          />{' '}
          % and{' '}
          <TypedToken
            value={fee.fixed}
            label="Fixed part of the fee"
            fault={fault('fee.fixed')}
            onChange={(fixed) => change({ fee: { ...fee, fixed } }, 'fee.fixed')}
          />{' '}
          are{' '}
          <ChosenToken
            value={fee.mode}
            label="How the fee is computed"
            options={[
              ['add', 'added to the sum'],
              ['cover', 'charged so that the sum stays whole'],
            ]}
            onChange={(mode) => change({ fee: { ...fee, mode } }, 'fee.mode')}
          />
          , by the law of{' '}
          <TypedToken
            value={fee.country}
            mode="text"
            label="Country, two letters"
            fault={fault('fee.country')}
            onChange={(country) => change({ fee: { ...fee, country: country.toUpperCase() } }, 'fee.country')}
          />
          .
        </RuleRow>
      )}
    </Section>
  );
}

export const PayingRules = memo(PayingRulesSection, whileSame('required', 'preset', 'payAllDiscount', 'ways', 'fee'));
