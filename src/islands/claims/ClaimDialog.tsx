import { SaveClaim } from '#contracts/claims/after';
import { saveClaim } from '#contracts/routes/claims';
import type { BookingView } from '#contracts/bookings/views';
import type { BookedClaim } from '#core/claims/claims';
import { answerBy } from '#core/claims/mayClaim';
import { type ClaimKind, claimKinds } from '#core/claims/said';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { claimKindWords } from '#core/wording/booksWords';
import { claimSentence } from '#core/wording/claimWords';
import { longMoment } from '#core/wording/days';
import { type Chosen, Pictures } from '#islands/claims/Pictures';
import { fieldMessage } from '#islands/format/problemSentence';
import { faultsOf } from '#islands/parts/contractForm';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, NativeSelect, Stack, Textarea, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { type SubmitEvent, useState } from 'react';
import styles from '../After/After.module.css';

export type ClaimProposal = { readonly what: ClaimKind; readonly reason: string; readonly amount: string };
type Props = {
  readonly view: BookingView;
  readonly bookingState: BookingState;
  readonly close: () => void;
  /** One that is there, to be said anew. */
  readonly claim?: BookedClaim;
  readonly proposed?: ClaimProposal;
};

/** What is claimed, with its sum, what it rests on and pictures; what the client will read stands beside it. */
export function ClaimDialog({ view, bookingState, close, claim, proposed }: Props) {
  const { currency, timeZone } = bookingState.agreed;
  const today = localDate(bookingState.asOf, timeZone);
  const action = useRoute(saveClaim);
  const [what, setWhat] = useState<ClaimKind>(claim?.what ?? proposed?.what ?? 'damage');
  const [reason, setReason] = useState(claim?.reason ?? proposed?.reason ?? '');
  const [amount, setAmount] = useState(claim ? formatAmount(claim.amount, currency) : (proposed?.amount ?? ''));
  const [restsOn, setRests] = useState(claim?.restsOn ?? '');
  const [pictures, setPictures] = useState<readonly Chosen[]>(
    claim?.pictures.map(({ fileId, taken }) => ({ fileId, taken })) ?? [],
  );
  const [asked, setAsked] = useState(false);
  const sum = parseAmount(amount, currency) ?? zero;
  const sent = {
    bookingId: view.id,
    requestKey: action.requestKey(),
    claimId: claim?.claimId ?? null,
    what,
    reason,
    amount: sum,
    restsOn,
    pictures: [...pictures],
  };
  const faults = faultsOf(SaveClaim, sent, {});
  const faultAt = (path: string): string | undefined =>
    (asked ? faults[path] : undefined) ?? fieldMessage(action.problem, path, currency) ?? undefined;
  const by = answerBy(bookingState);
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    setAsked(true);
    if (Object.keys(faults).length > 0) return;
    const made = await action.run(sent);
    if (!made) return;
    notifications.show({
      title: claim ? 'The claim is said anew' : 'The claim is told',
      message: by
        ? `${view.client.name} can answer until ${longMoment(by, timeZone, today)}.`
        : 'It is taken with the close-out.',
    });
    close();
  };
  const usual = view.usualClaims.filter(
    (each) => !bookingState.ledger.after.claims.some((made) => made.reason === each.reason),
  );
  return (
    <Modal opened onClose={close} title={claim ? 'Say this claim anew' : 'Claim something'} centered size="lg">
      <form onSubmit={(event) => void submit(event)} noValidate>
        <Stack>
          {!claim && usual.length > 0 && (
            <div className={styles.usual} role="group" aria-label="Usual claims of this service">
              {usual.map((each) => (
                <button
                  key={each.reason}
                  type="button"
                  onClick={() => {
                    setWhat(each.what);
                    setReason(each.reason);
                    setAmount(formatAmount(each.amount, currency));
                  }}
                >
                  {each.reason} <b className="num">{formatAmount(each.amount, currency)}</b>
                </button>
              ))}
            </div>
          )}
          <div className={styles.claimFields}>
            <NativeSelect
              label="Kind"
              value={what}
              onChange={(event) => setWhat(event.currentTarget.value as ClaimKind)}
              data={claimKinds.map((value) => ({ value, label: claimKindWords[value] }))}
            />
            <TextInput
              label="Claim for"
              placeholder="dew heater missing"
              value={reason}
              maxLength={200}
              data-autofocus
              onChange={(event) => setReason(event.currentTarget.value)}
              error={faultAt('reason')}
            />
            <TextInput
              label={`Sum, ${currency}`}
              placeholder="0.00"
              inputMode="decimal"
              value={amount}
              onChange={(event) => setAmount(event.currentTarget.value)}
              error={faultAt('amount')}
              classNames={{ input: styles.amount! }}
            />
          </div>
          <Textarea
            label="What it rests on"
            placeholder="found as it came back; replaced at its price"
            autosize
            minRows={2}
            maxLength={2000}
            value={restsOn}
            onChange={(event) => setRests(event.currentTarget.value)}
            error={faultAt('restsOn')}
          />
          <Pictures value={pictures} set={setPictures} currency={currency} />
          <div className={styles.preview} aria-label="What the client reads">
            <span>What {view.client.name} reads</span>
            <p>
              {reason.trim() === '' || sum === 0
                ? '…'
                : claimSentence({ what, reason: reason.trim(), amount: sum }, currency)}{' '}
              {restsOn}
            </p>
            <p>
              {by
                ? `Please accept or object until ${longMoment(by, timeZone, today)}. Until then nothing is taken.`
                : 'It is settled with the close-out.'}
            </p>
          </div>
          <Problem problem={action.problem?.path ? null : action.problem} currency={currency} />
          <DialogButtons>
            <Button variant="default" onClick={close}>
              Not now
            </Button>
            <Button type="submit" loading={action.busy}>
              {by ? `Tell the client${sum > 0 ? `: ${formatMoney(sum, currency)}` : ''}` : 'Claim it'}
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
