import { agreementSample } from '#contracts/routes/agreements';
import type { AgreementSample } from '#contracts/quotes/views';
import type { Agreement, TextBlock } from '#core/agreements/agreement';
import { bookingState } from '#core/bookings/bookingState';
import { filledAgreement } from '#core/quotes/signedDocument';
import { look } from '#islands/api';
import { TextBlocks } from '#islands/quotes/offer/TextBlocks';
import { useShell } from '#islands/shell/useShell';
import { TextInput } from '@mantine/core';
import { useState } from 'react';
import styles from './Agreements.module.css';

type Props = { readonly agreement: Agreement; readonly given: AgreementSample | null };

/** The agreement with a real booking's words, as its client would read it; lines stand where the client fills in. */
export function AsItReads({ agreement, given }: Props) {
  const { business } = useShell();
  const [sample, setSample] = useState(given);
  const [typed, setTyped] = useState(given?.number ?? '');
  const [unknown, setUnknown] = useState(false);
  const show = async (number: string): Promise<void> => {
    setTyped(number);
    if (number.trim() === '') return;
    const found = await look(agreementSample, { number: number.trim().toUpperCase() });
    setUnknown(!found.ok);
    if (found.ok) setSample(found.value);
  };
  return (
    <section aria-label="As it reads">
      {sample && (
        <div className={styles.on}>
          <span>As it reads for {sample.clientName}</span>
          <TextInput
            w={110}
            aria-label="On which booking"
            value={typed}
            error={unknown ? 'no such booking' : null}
            onChange={(event) => void show(event.currentTarget.value)}
          />
        </div>
      )}
      <div className={styles.reads}>
        <TextBlocks blocks={sample ? readAs(agreement, sample, business.name) : agreement.blocks} />
      </div>
    </section>
  );
}

function readAs(agreement: Agreement, sample: AgreementSample, businessName: string): TextBlock[] {
  const { agreed, agreedAt, number } = sample;
  const current = bookingState(agreed, [{ kind: 'agreed', at: agreedAt, by: 'client' }], agreedAt);
  const about = { ...sample, reference: '' };
  return filledAgreement(agreement, about, { businessName, number }, current, {});
}
