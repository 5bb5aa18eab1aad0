import { changePassword } from '#contracts/routes/auth';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, PasswordInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { type SubmitEvent, useState } from 'react';
import styles from './Door.module.css';

export function Password({ email }: { readonly email: string }) {
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const change = useRoute(changePassword);
  const send = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    const done = await change.run({ current, password });
    if (!done) return;
    setCurrent('');
    setPassword('');
    const others = done.ended === 0 ? '' : ' Your other sessions have ended.';
    notifications.show({ message: `That is your password now.${others}` });
  };
  const error = (path: string) => fieldMessage(change.problem, path);
  return (
    <section className={styles.part} aria-label="Password">
      <h2>Password</h2>
      <form onSubmit={(event) => void send(event)}>
        <input type="hidden" autoComplete="username" value={email} readOnly />
        <PasswordInput
          label="Current password"
          autoComplete="current-password"
          required
          value={current}
          error={error('current')}
          onChange={(event) => setCurrent(event.currentTarget.value)}
        />
        <PasswordInput
          label="New password, at least 10 characters"
          autoComplete="new-password"
          required
          value={password}
          error={error('password')}
          onChange={(event) => setPassword(event.currentTarget.value)}
        />
        <Problem problem={change.problem?.path ? null : change.problem} currency="EUR" />
        <Button type="submit" variant="default" loading={change.busy}>
          Change it
        </Button>
      </form>
    </section>
  );
}
