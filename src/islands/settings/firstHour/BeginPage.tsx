import { beginView, saveBegun } from '#contracts/routes/settings';
import type { BeginView } from '#contracts/settings/begin';
import { beginSteps, type BeginStep } from '#core/settings/steps';
import type { Shell } from '#contracts/bookings/views';
import { read } from '#islands/api';
import { CleanBooksPart } from '#islands/settings/firstHour/CleanBooksPart';
import { LookStep } from '#islands/settings/firstHour/LookStep';
import { MoneyStep } from '#islands/settings/firstHour/MoneyStep';
import { OfferStep } from '#islands/settings/firstHour/OfferStep';
import { PayStep } from '#islands/settings/firstHour/PayStep';
import { stepWords } from '#islands/settings/firstHour/stepWords';
import { TryStep } from '#islands/settings/firstHour/TryStep';
import { PageHead } from '#islands/parts/PageHead';
import { useRoute } from '#islands/parts/useRoute';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import styles from './Begin.module.css';

type Props = {
  readonly shell: Shell;
  readonly path: string;
  readonly view: BeginView;
  /** The step that the address names; null: the first that is open. */
  readonly step: BeginStep | null;
};

export default function BeginPage({ shell, path, view, step }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Begin given={view} step={step} />
    </OwnerShell>
  );
}

const firstOpen = ({ steps }: BeginView): BeginStep => beginSteps.find((step) => steps[step] === 'open') ?? 'try';
const shown = { offer: OfferStep, money: MoneyStep, pay: PayStep, look: LookStep, try: TryStep } as const;
const marks = { done: 'm-received', left: 'm-open', open: 'm-due' } as const;
const said = { done: 'done', left: 'left for later', open: 'to do' } as const;

/** The first hour, in the order of the job; each step with its effect beside it, on a client's phone. */
function Begin({ given, step: asked }: { readonly given: BeginView; readonly step: BeginStep | null }) {
  const [step, setStep] = useState<BeginStep>(asked ?? firstOpen(given));
  const [seen, setSeen] = useState(0);
  const save = useRoute(saveBegun);
  const { data: view } = useQuery({
    queryKey: ['begin'],
    queryFn: () => read(beginView, {}),
    initialData: given,
    // While it is tried, what the client did is heard of soon.
    refetchInterval: step === 'try' ? 1500 : 15_000,
  });
  const heading = useRef<HTMLHeadingElement>(null);
  const come = useRef(false);
  useEffect(() => {
    history.replaceState(null, '', `/begin?step=${step}`);
    // Who goes on begins at the top of the next step.
    if (come.current) heading.current?.focus();
    if (come.current) scrollTo({ top: 0 });
    come.current = true;
  }, [step]);
  const next = beginSteps[beginSteps.indexOf(step) + 1] ?? null;
  const goOn = async (as: 'done' | 'left'): Promise<void> => {
    if (!(await save.attempt({ step, as }))) return;
    setSeen(seen + 1);
    if (next) setStep(next);
    else location.assign('/today');
  };
  const Shown = shown[step];
  return (
    <>
      <PageHead title="Begin" sub="Five steps to a booking that is paid. Each can be left and taken up again." />
      <ol className={styles.steps} aria-label="Steps">
        {beginSteps.map((each, index) => (
          <li key={each}>
            <button type="button" aria-current={each === step ? 'step' : undefined} onClick={() => setStep(each)}>
              <i className={marks[view.steps[each]]} aria-hidden="true" />
              <span>
                {index + 1}. {stepWords[each].title}
                <span className="visually-hidden">, {said[view.steps[each]]}</span>
              </span>
            </button>
          </li>
        ))}
      </ol>
      <div className={styles.columns}>
        <section aria-label={stepWords[step].title} className={styles.step}>
          <h2 ref={heading} tabIndex={-1}>
            {stepWords[step].title}
          </h2>
          <p className={styles.what}>{stepWords[step].what}</p>
          <Shown key={step} view={view} done={() => void goOn('done')} changed={() => setSeen(seen + 1)} />
          {view.steps[step] !== 'done' && (
            <Button variant="subtle" color="gray" className={styles.later!} onClick={() => void goOn('left')}>
              {next ? 'Leave this for later' : 'Try it later'}
            </Button>
          )}
          {step === 'try' && view.canClean && <CleanBooksPart />}
        </section>
        <Phone key={seen} />
      </div>
    </>
  );
}

/** The client's page as it is now, in a phone's frame. */
const Phone = () => (
  <div className={styles.phone}>
    <iframe src="/book" title="Your booking page, on a phone" />
  </div>
);
