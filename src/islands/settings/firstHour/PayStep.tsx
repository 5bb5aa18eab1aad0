import { testAccount } from '#contracts/routes/settings';
import { savePaymentMethods } from '#contracts/routes/paymentMethods';
import type { WayToPay } from '#core/paymentMethods/ways';
import type { StepProps } from '#islands/settings/firstHour/stepProps';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Switch, Textarea } from '@mantine/core';
import { useState } from 'react';
import styles from './Begin.module.css';

/** An account in test mode with one click; transfer and cash for those who want them. */
export function PayStep({ view, done, changed }: StepProps) {
  const { business } = useShell();
  const { ways, accounts, transferTo } = view.ways;
  const [hidden, setHidden] = useState<readonly WayToPay[]>(ways.hidden);
  const [to, setTo] = useState(transferTo);
  const connect = useRoute(testAccount);
  const save = useRoute(savePaymentMethods);
  const connected = accounts.filter(({ disconnected }) => !disconnected);
  const shown = (way: WayToPay): boolean => !hidden.includes(way);
  const show = (way: WayToPay, on: boolean): void =>
    setHidden(on ? hidden.filter((each) => each !== way) : [...hidden, way]);
  const touched = to !== transferTo || hidden.join() !== ways.hidden.join();
  const keep = async (): Promise<void> => {
    if (touched && !(await save.attempt({ ways: { ...ways, hidden: [...hidden] }, transferTo: to }))) return;
    changed();
    done();
  };
  return (
    <div className={styles.fields}>
      {connected.length > 0 ? (
        connected.map(({ id, name, mode, currency }) => (
          <p key={id} className={styles.made}>
            <i className="m-received" aria-hidden="true" /> <b>{name}</b>, {currency}
            {mode === 'test' && ', in test mode: no real money moves'}
          </p>
        ))
      ) : (
        <>
          <Button variant="default" size="md" loading={connect.busy} onClick={() => void connect.run({}).then(changed)}>
            Use a test account for cards
          </Button>
          <p className={styles.note}>
            A real one is connected under <a href="/set-up/ways">Ways to pay</a>, whenever you like.
          </p>
        </>
      )}
      <Problem problem={connect.problem} currency={business.currency} />
      <Switch
        label="By transfer"
        checked={shown('transfer')}
        onChange={(event) => show('transfer', event.currentTarget.checked)}
      />
      {shown('transfer') && (
        <Textarea
          label="Where transfers go to"
          description="As clients read it"
          autosize
          minRows={2}
          maxLength={500}
          value={to}
          error={fieldMessage(save.problem, 'transferTo')}
          onChange={(event) => setTo(event.currentTarget.value)}
        />
      )}
      <Switch
        label="In cash, when they come"
        checked={shown('cash')}
        onChange={(event) => show('cash', event.currentTarget.checked)}
      />
      <Problem problem={save.problem?.path ? null : save.problem} currency={business.currency} />
      <Button
        className={styles.go!}
        disabled={connected.length === 0 && !shown('transfer') && !shown('cash')}
        loading={save.busy}
        onClick={() => void keep()}
      >
        Go on
      </Button>
    </div>
  );
}
