import { signByBusiness } from '#contracts/routes/quotes';
import type { QuoteView } from '#contracts/quotes/views';
import { signingConsent } from '#core/wording/consent';
import { emptySignature } from '#islands/quotes/offer/signature';
import { SignatureBox } from '#islands/quotes/offer/SignatureBox';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button, Modal } from '@mantine/core';
import { useState } from 'react';

type Props = {
  readonly view: QuoteView;
  readonly edition: number;
  readonly close: () => void;
  readonly signed: () => void;
};

/** The business signs: what it is about to send, or what all others have signed. */
export function SignDialog({ view, edition, close, signed }: Props) {
  const { person } = useShell();
  const [signature, setSignature] = useState({ ...emptySignature, name: person.name });
  const [fault, setFault] = useState<string | null>(null);
  const sign = useRoute(signByBusiness);
  const send = async (): Promise<void> => {
    if (!signature.consents) return setFault('Tick the sentence above to sign.');
    const done = await sign.run({ quoteId: view.id, edition, signature });
    if (done !== null) signed();
  };
  const consent = signingConsent(view.draft.agreement?.name ?? '', view.business.name);
  return (
    <Modal opened onClose={close} title={`Sign for ${view.business.name}`}>
      <SignatureBox
        value={signature}
        change={(value) => {
          setFault(null);
          setSignature(value);
        }}
        consent={consent}
        fault={fault}
      />
      <Problem problem={sign.problem} currency="EUR" />
      <Button mt="md" fullWidth loading={sign.busy} onClick={() => void send()}>
        Sign
      </Button>
    </Modal>
  );
}
