import { DialogButtons } from '#islands/parts/DialogButtons';
import { sendQuote } from '#contracts/routes/quotes';
import type { QuoteView } from '#contracts/quotes/views';
import { formatMoney } from '#core/money/formatMoney';
import type { QuoteDraft } from '#core/quotes/draft';
import { presetChoice } from '#core/quotes/offer';
import type { ReadQuote } from '#core/quotes/readDraft';
import { longUntil } from '#core/wording/days';
import { planSentences } from '#core/wording/sentences';
import { useOffer } from '#islands/quotes/offer/useOffer';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Modal } from '@mantine/core';

type Props = {
  readonly view: QuoteView;
  readonly draft: QuoteDraft;
  readonly read: ReadQuote;
  readonly edition: number;
  readonly close: () => void;
  readonly sent: (link: string | null) => void;
};

/** The figures once more, then it goes out: as a message, or as a link. */
export function SendDialog({ view, draft, read, edition, close, sent }: Props) {
  const { zone, today } = useShell();
  const send = useRoute(sendQuote);
  const { offer } = read;
  const bookingState = useOffer(offer, offer ? presetChoice(offer) : {}, view.context.now);
  const go = async (by: 'message' | 'link'): Promise<void> => {
    const answer = await send.run({ quoteId: view.id, edition, by });
    if (answer) sent(answer.url);
  };
  if (!offer || !bookingState) return null;
  return (
    <Modal opened onClose={close} title={`Send to ${draft.clientName}`} size="md">
      <p>
        <b>{formatMoney(bookingState.agreed.total, offer.currency)}</b> for {offer.title}
        {offer.expiresAt && `, until ${longUntil(offer.expiresAt, zone, today)}`}.
      </p>
      <ul>
        {planSentences(bookingState).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      {view.differs && view.revision > 0 && (
        <p>The client is shown what has changed{offer.agreement ? ', and whoever has signed signs anew' : ''}.</p>
      )}
      <Problem problem={send.problem} currency={offer.currency} />
      <DialogButtons>
        <Button variant="default" onClick={() => void go('link')} loading={send.busy}>
          Only make a link
        </Button>
        <Button onClick={() => void go('message')} loading={send.busy} data-autofocus>
          Send to {draft.clientEmail}
        </Button>
      </DialogButtons>
    </Modal>
  );
}
