import { changeServices } from '#contracts/routes/catalogue';
import { fittingTerms } from '#core/settings/firstOffer';
import { stripOf } from '#core/bookings/strip';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { clientSteps } from '#core/wording/clientSteps';
import { exampleUnder } from '#islands/settings/firstHour/example';
import type { StepProps } from '#islands/settings/firstHour/stepProps';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button } from '@mantine/core';
import { useState } from 'react';
import styles from './Begin.module.css';

/** A few terms to pick from, each worked out on the very service that was just made. */
export function MoneyStep({ view, done, changed }: StepProps) {
  const { now, zone } = useShell();
  const service = view.services.services.find(({ id }) => id === view.serviceId);
  const [chosen, setChosen] = useState(service?.termsId ?? '');
  const give = useRoute(changeServices);
  if (!service) return <p>First say what you offer: the terms are shown on it.</p>;
  const fitting = fittingTerms[service.kind].flatMap((id) => view.terms.filter((terms) => terms.id === id));
  const offered = view.terms.some(({ id }) => id === chosen && !fitting.some((each) => each.id === id))
    ? [...fitting, ...view.terms.filter(({ id }) => id === chosen)]
    : fitting;
  const { currency } = service;
  const rates = Object.fromEntries(view.services.taxes.map(({ code, rate }) => [code, { rate }]));
  const examples = offered.map((terms) => ({
    ...terms,
    example: exampleUnder(terms.rules, service, { now, zone, rates }),
  }));
  const total = examples.find(({ example }) => example)?.example?.agreed.total;
  const keep = async (): Promise<void> => {
    if (chosen !== service.termsId && !(await give.run({ ids: [service.id], termsId: chosen }))) return;
    changed();
    done();
  };
  return (
    <>
      <div role="radiogroup" aria-label="When money is due" className={styles.terms}>
        {examples.map(({ id, name, example }) => (
          <button key={id} type="button" role="radio" aria-checked={chosen === id} onClick={() => setChosen(id)}>
            <b>{name}</b>
            {example ? (
              <>
                <MoneyStrip strip={stripOf(example)} currency={currency} />
                <span className={styles.plan}>
                  {clientSteps(example).map((step, index) => (
                    <span key={index}>
                      <span>{step.when}</span>
                      <span>{step.what}</span>
                      <b className="num">{formatAmount(step.amount, currency)}</b>
                    </span>
                  ))}
                </span>
              </>
            ) : (
              <span>does not fit this price</span>
            )}
          </button>
        ))}
      </div>
      <p className={styles.note}>
        Worked out on {service.name}
        {total !== undefined && ` for ${formatMoney(total, currency)}`}, booked today for a day in seven weeks. Every
        rule can be changed under <a href={`/terms/${chosen}`}>Terms</a>.
      </p>
      <Problem problem={give.problem} currency={currency} />
      <Button loading={give.busy} onClick={() => void keep()}>
        Take these, and go on
      </Button>
    </>
  );
}
