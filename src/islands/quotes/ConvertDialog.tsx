import { DialogButtons } from '#islands/parts/DialogButtons';
import { convertQuote } from '#contracts/routes/quotes';
import type { QuoteView } from '#contracts/quotes/views';
import { formatMoney } from '#core/money/formatMoney';
import { type Choice, choiceOutOfLimits, type Offer, presetChoice } from '#core/quotes/offer';
import { planSentences } from '#core/wording/sentences';
import { useOffer } from '#islands/quotes/offer/useOffer';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, NumberInput } from '@mantine/core';
import { useState } from 'react';

type Props = {
  readonly view: QuoteView;
  readonly offer: Offer;
  readonly edition: number;
  readonly close: () => void;
};

/** Books what the client has agreed to by telephone, with the extras that they named. */
export function ConvertDialog({ view, offer, edition, close }: Props) {
  const start = choiceOutOfLimits(offer, view.choice) === null ? view.choice : {};
  const [choice, setChoice] = useState<Choice>({ ...presetChoice(offer), ...start });
  const bookingState = useOffer(offer, choice, view.context.now);
  const convert = useRoute(convertQuote);
  const go = async (): Promise<void> => {
    const made = await convert.run({ quoteId: view.id, edition, choice });
    if (made) location.assign(`/bookings/${made.number}`);
  };
  return (
    <Modal opened onClose={close} title={`${offer.clientName} agreed by telephone`} size="md">
      <p>
        It is booked as it stands, and recorded as agreed by telephone
        {offer.agreement && ': nothing is signed, and the record says so'}.
      </p>
      {offer.extras.map(({ id, label, least, most }) => (
        <NumberInput
          key={id}
          label={label}
          min={least}
          max={most}
          clampBehavior="strict"
          allowDecimal={false}
          value={choice[id] ?? 0}
          onChange={(count) => setChoice({ ...choice, [id]: Number(count) || 0 })}
          mb="xs"
        />
      ))}
      {bookingState && (
        <>
          <p>
            <b>{formatMoney(bookingState.agreed.total, offer.currency)}</b> in all.
          </p>
          <ul>
            {planSentences(bookingState).map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        </>
      )}
      <Problem problem={convert.problem} currency={offer.currency} />
      <DialogButtons>
        <Button variant="default" onClick={close}>
          Not yet
        </Button>
        <Button loading={convert.busy} onClick={() => void go()}>
          Book it
        </Button>
      </DialogButtons>
    </Modal>
  );
}
