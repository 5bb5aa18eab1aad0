import { isUrgent } from '#islands/disputes/isUrgent';
import type { DisputeView } from '#contracts/claims/afterViews';
import { disputeView } from '#contracts/routes/disputes';
import type { Shell } from '#contracts/bookings/views';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { distance, longDate, longMoment } from '#core/wording/days';
import { disputeStates, disputeTitles, whatWins } from '#core/wording/disputeWords';
import { read } from '#islands/api';
import { AnswerForm } from '#islands/disputes/AnswerForm';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { useQuery } from '@tanstack/react-query';
import styles from './Disputes.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: DisputeView };

export default function DisputePage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Dispute given={view} />
    </OwnerShell>
  );
}

/** One dispute: what it is about first, what wins that, and the answer as the bank will read it. */
function Dispute({ given }: { readonly given: DisputeView }) {
  const { zone, today } = useShell();
  const { data: view } = useQuery({
    queryKey: ['dispute', given.id],
    queryFn: () => read(disputeView, { id: given.id }),
    initialData: given,
  });
  const { currency, family, state, mayAnswer, answered } = view;
  const day = localDate(view.answerBy, zone);
  const shown = view.pieces.filter(({ lines }) => lines.length > 0);
  const missing = view.pieces.filter(({ lines, kind }) => lines.length === 0 && kind !== 'word');
  return (
    <>
      <PageHead
        trail={
          <>
            <a href="/disputes">Disputes</a> / {view.number}
          </>
        }
        title={
          <h1>
            {view.client || view.number} <span>· {view.title}</span>
          </h1>
        }
        sub={
          <>
            <a href={view.href}>{view.number}</a> · opened {longMoment(view.openedAt, zone, today)} · the bank’s code{' '}
            {view.code}
          </>
        }
      />
      <section className={styles.head} aria-label="What it is about">
        <div className={styles.sum}>
          <b className="num">{formatMoney(view.amount, currency)}</b>
          <span>
            {state === 'asked' ? 'asked about; no money has moved' : 'taken by the payer’s bank'}
            {view.charge > 0 && `, and ${formatMoney(view.charge, currency)} by the processor for it`}
          </span>
        </div>
        <div>
          <h2>{disputeTitles[family]}</h2>
          <p>{whatWins[family]}</p>
        </div>
        <div className={styles.until}>
          <b className={mayAnswer && isUrgent(day, today) ? 't-late' : state === 'won' ? 't-received' : ''}>
            {mayAnswer ? `Answer by ${longDate(day, today)}` : disputeStates[state]}
          </b>
          <span>
            {mayAnswer
              ? distance(day, today)
              : view.decidedAt
                ? `decided ${longMoment(view.decidedAt, zone, today)}`
                : answered?.at
                  ? `answered ${longMoment(answered.at, zone, today)}`
                  : ''}
          </span>
        </div>
      </section>
      <div className={styles.columns}>
        <section aria-label="What the bank reads">
          <h2>What the bank reads</h2>
          <p className={styles.soft}>
            Put together from what was recorded as it happened, most convincing first.{' '}
            <a href={`/disputes/${view.id}/answer.pdf`}>{answered ? 'The PDF that was sent' : 'See it as a PDF'}</a>
          </p>
          {shown.map((piece, index) => (
            <details key={piece.kind} className={styles.piece} open={index < 2}>
              <summary>
                <b>{piece.title}</b>
                <span>
                  {piece.lines.length} {piece.lines.length === 1 ? 'line' : 'lines'}
                  {piece.pictures.length > 0 && `, ${piece.pictures.length} pictures`}
                </span>
              </summary>
              <ul>
                {piece.lines.map((line, at) => (
                  <li key={at}>{line}</li>
                ))}
              </ul>
            </details>
          ))}
          {missing.length > 0 && (
            <p className={styles.soft}>
              Nothing is kept of:{' '}
              {missing.map(({ title }) => title.charAt(0).toLowerCase() + title.slice(1)).join('; ')}.
            </p>
          )}
        </section>
        <aside>
          {mayAnswer ? (
            <AnswerForm view={view} />
          ) : (
            answered && (
              <div className={styles.box}>
                <h2>What was sent</h2>
                <p>
                  {answered.pages} {answered.pages === 1 ? 'page' : 'pages'}, {Math.ceil(answered.bytes / 1000)} kB
                </p>
                {answered.word && <p className={styles.word}>{answered.word}</p>}
              </div>
            )
          )}
        </aside>
      </div>
    </>
  );
}
