import { newPassword } from '#contracts/routes/auth';
import { type ProblemOf, call } from '#islands/api';
import { fieldMessage, problemSentence } from '#islands/format/problemSentence';
import { DoorFrame } from '#islands/auth/signIn/DoorFrame';
import { useLinkToken } from '#islands/auth/signIn/linkToken';
import { Button, PasswordInput } from '@mantine/core';
import { useState } from 'react';

/** Where the link of a letter leads: one new password, then signing in with it. */
export default function NewPasswordPage() {
  const token = useLinkToken();
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState<ProblemOf<typeof newPassword> | null>(null);
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState(false);
  const save = async (): Promise<void> => {
    if (done) return location.assign('/sign-in');
    setBusy(true);
    const answer = await call(newPassword, { token: token ?? '', password });
    setBusy(false);
    if (answer.ok) setDone(true);
    else setProblem(answer.problem);
  };
  const issue = fieldMessage(problem, 'password');
  const wrong =
    problem && !issue ? (token ? problemSentence(problem) : 'Open the link in the letter once more.') : null;
  return (
    <DoorFrame
      title={done ? 'That is your password now' : 'A new password'}
      text={
        done
          ? 'Whoever was signed in with the old one is signed out.'
          : 'At least ten characters; a sentence of your own is better than a word with signs.'
      }
      wrong={wrong}
      submit={save}
    >
      {!done && (
        <PasswordInput
          label="New password"
          autoComplete="new-password"
          required
          value={password}
          error={issue}
          onChange={(event) => {
            setProblem(null);
            setPassword(event.currentTarget.value);
          }}
        />
      )}
      <Button type="submit" loading={busy} fullWidth>
        {done ? 'Sign in' : 'Keep it'}
      </Button>
    </DoorFrame>
  );
}
