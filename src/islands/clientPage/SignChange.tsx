import { signChange } from '#contracts/routes/clientPage';
import type { ClientView } from '#contracts/clientPage/views';
import { signingConsent } from '#core/wording/consent';
import { emptySignature, signatureFault } from '#islands/quotes/offer/signature';
import { SignatureBox } from '#islands/quotes/offer/SignatureBox';
import { TextBlocks } from '#islands/quotes/offer/TextBlocks';
import { MainButton } from '#islands/payments/MainButton';
import { call } from '#islands/api';
import { useState } from 'react';
import client from '#islands/payments/Pay.module.css';
import offer from '#islands/quotes/offer/Offer.module.css';

type Props = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };

/** A changed booking: its agreement as it reads now, to be signed. What was signed before stays beside it. */
export function SignChange({ link, view, reload }: Props) {
  const { document, sha256 } = view.toSign!;
  const [signature, setSignature] = useState({ ...emptySignature, name: view.clientName });
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const send = async (): Promise<void> => {
    const missing = signatureFault(signature);
    setFault(missing);
    if (missing || busy) return;
    setBusy(true);
    const answer = await call(signChange, { link, sha256, signature });
    setBusy(false);
    if (!answer.ok)
      setFault(
        answer.problem.code === 'quote_changed'
          ? 'Something has happened since you opened the page; it now shows the text as it is. Look again, then sign.'
          : 'That did not get through. Press the button again.',
      );
    await reload();
  };
  return (
    <section className={client.box} aria-label="Sign the change">
      <b>Your booking has changed: please sign the agreement as it is now</b>
      <div className={offer.agreement} role="region" aria-label={document.agreement} tabIndex={0}>
        <p>
          {document.title}, {document.when}: {document.total}
        </p>
        <TextBlocks blocks={document.blocks} />
      </div>
      <SignatureBox
        value={signature}
        change={(value) => {
          setFault(null);
          setSignature(value);
        }}
        consent={signingConsent(document.agreement, document.business)}
        fault={fault}
      />
      <MainButton busy={busy} press={() => void send()}>
        Sign
      </MainButton>
    </section>
  );
}
