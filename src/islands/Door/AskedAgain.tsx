import { saveSafety } from '#contracts/routes/business/saveSafety';
import type { DoorView } from '#contracts/door';
import { fieldMessage } from '#islands/format/problemSentence';
import { SumField, useOptionalSum } from '#islands/parts/SumField';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, NumberInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { type SubmitEvent, useState } from 'react';
import styles from './Door.module.css';

/** From which refund on it is asked who decides, and how long what has no more use is kept. */
export function AskedAgain({ given }: { readonly given: DoorView }) {
  const from = useOptionalSum(given.proofAbove, given.currency);
  const [keepDays, setKeepDays] = useState<number | string>(given.keepDays);
  const save = useRoute(saveSafety);
  const send = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (from.wrong || typeof keepDays !== 'number') return;
    if (await save.attempt({ proofAbove: from.value, keepDays })) notifications.show({ message: 'Kept.' });
  };
  return (
    <section className={styles.part} aria-label="Asked again">
      <h2>Asked again</h2>
      <p>
        Connecting an account and changing where transfers go always ask again who you are, unless it was shown in the
        last ten minutes.
      </p>
      <form onSubmit={(event) => void send(event)}>
        <SumField
          label={`Refunds from this sum on ask too (${given.currency})`}
          description="Empty: no refund does."
          sum={from}
          error={from.wrong ? 'A sum, such as 250.00.' : fieldMessage(save.problem, 'proofAbove', given.currency)}
        />
        <NumberInput
          label="Expired codes and devices, and old carts, are deleted after (days)"
          min={1}
          max={3650}
          allowDecimal={false}
          value={keepDays}
          error={fieldMessage(save.problem, 'keepDays', given.currency)}
          onChange={setKeepDays}
        />
        <Problem problem={save.problem?.path ? null : save.problem} currency={given.currency} />
        <Button type="submit" variant="default" loading={save.busy}>
          Keep
        </Button>
      </form>
    </section>
  );
}
