import { beginSecondFactor, confirmSecondFactor, endSecondFactor } from '#contracts/routes/auth';
import type { SecondFactorBegun } from '#contracts/auth/auth';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, CopyButton, PasswordInput, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconShieldCheck, IconShieldOff } from '@tabler/icons-react';
import { type SubmitEvent, useState } from 'react';
import styles from './Door.module.css';

/** Asked at sign-in besides the password: put in force by scanning and typing the first code, ended with the password. */
export function SecondFactor({ inForce }: { readonly inForce: boolean }) {
  const [begun, setBegun] = useState<SecondFactorBegun | null>(null);
  const Icon = inForce ? IconShieldCheck : IconShieldOff;
  return (
    <section className={styles.part} aria-label="Second factor">
      <h2>Second factor</h2>
      <p className={styles.state} data-on={inForce}>
        <Icon size={20} aria-hidden /> {inForce ? 'In force' : 'Not in force'}
      </p>
      <p>
        A code of an app on your telephone, besides the password: at sign-in, before larger refunds, and before money is
        led to another account.
      </p>
      {begun && !inForce ? (
        <Confirm begun={begun} done={() => setBegun(null)} />
      ) : (
        <WithPassword inForce={inForce} begun={setBegun} />
      )}
    </section>
  );
}

function WithPassword({
  inForce,
  begun,
}: {
  readonly inForce: boolean;
  readonly begun: (begun: SecondFactorBegun) => void;
}) {
  const [password, setPassword] = useState('');
  const begin = useRoute(beginSecondFactor);
  const stop = useRoute(endSecondFactor);
  const { problem, busy } = inForce ? stop : begin;
  const send = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (inForce) {
      if (await stop.run({ password })) notifications.show({ message: 'The second factor is no longer asked for.' });
    } else {
      const given = await begin.run({ password });
      if (given) begun(given);
    }
    setPassword('');
  };
  return (
    <form onSubmit={(event) => void send(event)}>
      <PasswordInput
        label={inForce ? 'Your password, to end it' : 'Your password, to begin'}
        autoComplete="current-password"
        required
        value={password}
        error={fieldMessage(problem, 'password')}
        onChange={(event) => setPassword(event.currentTarget.value)}
      />
      <Problem problem={problem?.path ? null : problem} currency="EUR" />
      <Button type="submit" variant={inForce ? 'default' : 'filled'} loading={busy}>
        {inForce ? 'End it' : 'Set it up'}
      </Button>
    </form>
  );
}

function Confirm({ begun, done }: { readonly begun: SecondFactorBegun; readonly done: () => void }) {
  const [code, setCode] = useState('');
  const confirm = useRoute(confirmSecondFactor);
  const secret = new URL(begun.uri).searchParams.get('secret') ?? '';
  const send = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (!(await confirm.run({ code: code.trim() }))) return;
    notifications.show({ message: 'In force. Keep the recovery codes where your telephone is not.' });
    done();
  };
  return (
    <form onSubmit={(event) => void send(event)}>
      <p>1. Scan this with an authenticator, or type the secret there.</p>
      <img className={styles.scan} src={begun.picture} alt="The secret for your authenticator, to scan" width={176} />
      <p className={styles.secret}>{secret}</p>
      <p>2. Keep these recovery codes. Each signs you in once when the telephone is lost; they are shown only now.</p>
      <ul className={styles.codes} aria-label="Recovery codes">
        {begun.recovery.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
      <CopyButton value={begun.recovery.join('\n')}>
        {({ copied, copy }) => (
          <Button variant="default" size="compact-sm" onClick={copy}>
            {copied ? 'Copied' : 'Copy the codes'}
          </Button>
        )}
      </CopyButton>
      <TextInput
        label="3. The six digits that it shows now"
        autoComplete="one-time-code"
        inputMode="numeric"
        required
        value={code}
        error={fieldMessage(confirm.problem, 'code')}
        onChange={(event) => setCode(event.currentTarget.value)}
      />
      <Problem problem={confirm.problem?.path ? null : confirm.problem} currency="EUR" />
      <Button type="submit" loading={confirm.busy}>
        Put it in force
      </Button>
    </form>
  );
}
