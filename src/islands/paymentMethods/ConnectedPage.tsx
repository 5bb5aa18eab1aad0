import { finishConnecting } from '#contracts/routes/paymentMethods';
import { call } from '#islands/api';
import { DoorFrame } from '#islands/auth/signIn/DoorFrame';
import { Button } from '@mantine/core';
import { useCallback, useEffect, useRef, useState } from 'react';

type Props = { readonly state: string; readonly code: string | null };

/** Sends on what a processor's page led back with, and goes back to Set-up, which says what came of it. */
export default function ConnectedPage({ state, code }: Props) {
  const [waits, setWaits] = useState(false);
  const begun = useRef(false);
  const finish = useCallback(async (): Promise<void> => {
    setWaits(false);
    const answer = code === null ? null : await call(finishConnecting, { state, code });
    if (answer && !answer.ok && answer.problem.code === 'no_connection') return setWaits(true);
    const outcome = answer === null ? 'not-agreed' : answer.ok ? 'connected' : 'refused';
    location.replace(`/set-up/ways?connection=${outcome}`);
  }, [state, code]);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    void finish();
  }, [finish]);
  return (
    <DoorFrame
      title="Connecting the account"
      text={waits ? 'There is no connection just now.' : 'One moment.'}
      wrong={null}
      submit={finish}
    >
      {waits && (
        <Button type="submit" fullWidth>
          Try again
        </Button>
      )}
    </DoorFrame>
  );
}
