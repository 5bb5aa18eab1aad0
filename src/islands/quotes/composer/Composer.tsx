import { usualCurrency } from '#core/money/currency';
import type { ComposeAround } from '#contracts/quotes/views';
import type { QuoteDraft } from '#core/quotes/draft';
import type { Gap, ReadQuote } from '#core/quotes/readDraft';
import { AgreementPart } from '#islands/quotes/composer/AgreementPart';
import { Blocks } from '#islands/quotes/composer/Blocks';
import { Extras, Lines } from '#islands/quotes/composer/Lines';
import { Missing } from '#islands/quotes/composer/Missing';
import { Preview } from '#islands/quotes/composer/Preview';
import { HowPaid, What, Who, Words } from '#islands/quotes/composer/Sections';
import { useReady } from '#islands/parts/useReady';
import type { ReactNode } from 'react';
import styles from './Compose.module.css';

type Props = {
  readonly draft: QuoteDraft;
  readonly change: (part: Partial<QuoteDraft>) => void;
  readonly around: ComposeAround;
  readonly read: ReadQuote;
  readonly number: string;
  /** A template is for nobody in particular: what only a client's quote needs is not missing in it. */
  readonly template: boolean;
  readonly over?: boolean;
  readonly children?: ReactNode;
};

const ofClient: readonly Gap['path'][] = ['clientName', 'clientEmail', 'start', 'end', 'agreement.business'];

/** Write at the left, the client's page at the right, always in step. */
export function Composer({ draft, change, around, read, number, template, over = false, children }: Props) {
  const ready = useReady();
  const currency = around.context.currencies[draft.serviceId] ?? usualCurrency;
  const gaps = template ? read.gaps.filter(({ path }) => !ofClient.includes(path)) : read.gaps;
  const part = { draft, change, around, gaps, currency };
  return (
    <div className={styles.columns}>
      <div className={styles.write}>
        {children}
        {!over && (
          <>
            <Missing gaps={gaps} warnings={read.warnings} />
            <fieldset className={styles.all} disabled={!ready}>
              {!template && <Who {...part} />}
              <What {...part} />
              <Lines {...part} />
              <Extras {...part} />
              <HowPaid {...part} />
              <Words {...part} />
              <AgreementPart {...part} />
              <Blocks {...part} />
            </fieldset>
          </>
        )}
      </div>
      <Preview offer={read.offer} now={around.context.now} business={around.business} number={number} />
    </div>
  );
}
