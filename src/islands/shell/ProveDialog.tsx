import { prove } from '#contracts/routes/auth';
import { type ProblemOf, call } from '#islands/api';
import { Problem } from '#islands/parts/Problem';
import { Button, Group, Modal, PasswordInput, Text, TextInput } from '@mantine/core';
import { type SubmitEvent, useState } from 'react';

type Props = { readonly opened: boolean; readonly by: 'code' | 'password'; readonly end: (proven: boolean) => void };

/** Shown once more who sits there: by a code, or by the password. */
export function ProveDialog({ opened, by, end }: Props) {
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<ProblemOf<typeof prove> | null>(null);
  const [busy, setBusy] = useState(false);
  const show = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    setBusy(true);
    const answer = await call(prove, by === 'code' ? { code: typed.trim() } : { password: typed });
    setBusy(false);
    if (answer.ok) end(true);
    else setProblem(answer.problem);
  };
  const field = { value: typed, 'data-autofocus': true, required: true };
  const type = (event: { currentTarget: { value: string } }): void => setTyped(event.currentTarget.value);
  return (
    // Above the dialog whose button has asked.
    <Modal zIndex={400} opened={opened} onClose={() => end(false)} title="Is it you?" size="sm" centered>
      <form onSubmit={(event) => void show(event)}>
        <Text mb="sm">
          This leads money elsewhere, so Ostendo asks once more. You are not asked again for ten minutes.
        </Text>
        {by === 'code' ? (
          <TextInput
            label="Code of your authenticator, or a recovery code"
            autoComplete="one-time-code"
            {...field}
            onChange={type}
          />
        ) : (
          <PasswordInput label="Your password" autoComplete="current-password" {...field} onChange={type} />
        )}
        <Problem problem={problem} currency="EUR" />
        <Group mt="md" justify="flex-end">
          <Button variant="default" onClick={() => end(false)}>
            Leave it
          </Button>
          <Button type="submit" loading={busy}>
            Go on
          </Button>
        </Group>
      </form>
    </Modal>
  );
}
