import { enterByLink } from '#contracts/routes/auth';
import { call } from '#islands/api';
import { problemSentence } from '#islands/format/problemSentence';
import { DoorFrame } from '#islands/auth/signIn/DoorFrame';
import { useLinkToken } from '#islands/auth/signIn/linkToken';
import { Button } from '@mantine/core';
import { useState } from 'react';

/** Where a sign-in link of this machine leads. Nothing happens before the button: a look at a link uses nothing up. */
export default function EnterPage({ businessName }: { readonly businessName: string }) {
  const token = useLinkToken();
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const enter = async (): Promise<void> => {
    setBusy(true);
    const answer = await call(enterByLink, { token: token ?? '' });
    if (answer.ok) return location.assign('/set-up/door');
    setBusy(false);
    setWrong(
      token === null || answer.problem.code === 'link_over' || answer.problem.code === 'invalid_input'
        ? 'This link was used, or is older than a quarter of an hour. Make another one on the machine.'
        : problemSentence(answer.problem),
    );
  };
  return (
    <DoorFrame
      title={businessName}
      text="This link was made on the machine that Ostendo runs on. It signs you in once."
      wrong={wrong}
      submit={enter}
    >
      <Button type="submit" loading={busy} fullWidth>
        Sign in
      </Button>
    </DoorFrame>
  );
}
