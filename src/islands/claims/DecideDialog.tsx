import { decideClaim, withdrawClaim } from '#contracts/routes/claims';
import type { BookingView } from '#contracts/bookings/views';
import type { BookedClaim } from '#core/claims/claims';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { parseAmount } from '#core/money/parseAmount';
import { fieldMessage } from '#islands/format/problemSentence';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Stack, Textarea, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { type SubmitEvent, useState } from 'react';
import styles from '../After/After.module.css';

type Props = {
  readonly view: BookingView;
  readonly claim: BookedClaim;
  readonly currency: string;
  readonly close: () => void;
};

/** Both sides of a claim that was objected to, and the sum that the owner stays with. */
export function DecideDialog({ view, claim, currency, close }: Props) {
  const { answer } = claim;
  const offered = answer?.kind === 'objected' ? answer.agreesTo : null;
  const [amount, setAmount] = useState(formatAmount(offered ?? claim.amount, currency));
  const [note, setNote] = useState('');
  const decide = useRoute(decideClaim);
  const withdraw = useRoute(withdrawClaim);
  const sum = parseAmount(amount, currency);
  const about = { bookingId: view.id, claimId: claim.claimId };
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (!sum || !(await decide.attempt({ ...about, amount: sum, note }))) return;
    notifications.show({ message: `${view.client.name} is told of your decision.` });
    close();
  };
  const giveUp = async (): Promise<void> => {
    if (await withdraw.attempt(about)) close();
  };
  return (
    <Modal opened onClose={close} title="Decide on an objection" centered size="lg">
      <form onSubmit={(event) => void submit(event)} noValidate>
        <Stack>
          <div className={styles.sides}>
            <section>
              <h3>You claim</h3>
              <p>
                <b>{formatMoney(claim.amount, currency)}</b> for {claim.reason}
              </p>
              <p>{claim.restsOn || 'Nothing is said of what it rests on.'}</p>
              {claim.pictures.length > 0 && (
                <ul className={styles.thumbs}>
                  {claim.pictures.map(({ fileId, sha256 }, index) => (
                    <li key={sha256}>
                      <a href={`/f/${fileId}`} target="_blank" rel="noreferrer">
                        <img src={`/f/${fileId}`} alt={`${claim.reason}, ${index + 1}`} />
                      </a>
                    </li>
                  ))}
                </ul>
              )}
            </section>
            <section>
              <h3>{view.client.name} says</h3>
              <p>{answer?.kind === 'objected' ? answer.note : ''}</p>
              {offered !== null && (
                <p>
                  Would pay <b>{formatMoney(offered, currency)}</b>
                </p>
              )}
            </section>
          </div>
          <TextInput
            label={`You stay with, of ${formatMoney(claim.amount, currency)}`}
            inputMode="decimal"
            value={amount}
            data-autofocus
            onChange={(event) => setAmount(event.currentTarget.value)}
            error={
              (sum === null || sum === 0 ? 'a sum, such as 120.00' : null) ??
              fieldMessage(decide.problem, 'amount', currency)
            }
          />
          <Textarea
            label="Your word to the client"
            autosize
            minRows={2}
            maxLength={2000}
            value={note}
            onChange={(event) => setNote(event.currentTarget.value)}
          />
          <Problem problem={decide.problem?.path ? null : (decide.problem ?? withdraw.problem)} currency={currency} />
          <DialogButtons>
            <Button variant="subtle" color="red" loading={withdraw.busy} onClick={() => void giveUp()}>
              Withdraw the claim
            </Button>
            <Button variant="default" onClick={close}>
              Not now
            </Button>
            <Button type="submit" loading={decide.busy} disabled={!sum}>
              {sum ? `Stay with ${formatMoney(sum, currency)}` : 'Stay with it'}
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
