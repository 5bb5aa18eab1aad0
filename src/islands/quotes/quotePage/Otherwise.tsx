import { writeOnQuote } from '#contracts/routes/quotePage';
import type { QuotePageView } from '#contracts/quotes/views';
import { quoteProblem } from '#islands/quotes/quotePage/quoteProblem';
import { newKey, call } from '#islands/api';
import { useReady } from '#islands/parts/useReady';
import { useRef, useState } from 'react';
import client from '#islands/clientPage/ClientPage.module.css';
import pay from '#islands/payments/Pay.module.css';
import styles from './QuotePage.module.css';

type Props = { readonly view: QuotePageView; readonly link: string; readonly reload: () => Promise<void> };

/** Not accepting: a question first, or no. */
export function Otherwise(props: Props) {
  const { question } = props.view;
  return (
    <>
      <details className={client.more}>
        <summary>Ask a question</summary>
        {question && (
          <div className={styles.question}>
            <p>You asked: {question.text}</p>
            <p>{question.answer ?? 'The answer comes to you by message and stands here.'}</p>
          </div>
        )}
        <WriteForm {...props} what="ask" label="Your question" button="Send the question" />
      </details>
      <details className={client.more}>
        <summary>Decline</summary>
        <WriteForm {...props} what="decline" label="Why, if you like to say" button="Decline the offer" />
      </details>
    </>
  );
}

/** An offer that has ended: it can be asked for once more. */
export function AskAgain(props: Props) {
  const { view } = props;
  return (
    <section className={client.note} role="status">
      <b>This offer has expired</b>
      {view.askedAgain ? (
        <p>{view.business.name} knows that you would still like it, and writes to you.</p>
      ) : view.who === 'client' ? (
        <WriteForm {...props} what="askAgain" label="A word to go with it, if you like" button="Ask for it anew" />
      ) : null}
    </section>
  );
}

type FormProps = Props & {
  readonly what: 'ask' | 'decline' | 'askAgain';
  readonly label: string;
  readonly button: string;
};

function WriteForm({ view, link, reload, what, label, button }: FormProps) {
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const attempt = useRef(newKey());
  const ready = useReady();
  const send = async (): Promise<void> => {
    if (busy) return;
    setBusy(true);
    const answer = await call(writeOnQuote, { link, attempt: attempt.current, what, text });
    setBusy(false);
    if (!answer.ok) return setProblem(quoteProblem(answer.problem, view.offer.currency));
    attempt.current = newKey();
    setProblem(null);
    setText('');
    await reload();
  };
  return (
    <div className={styles.write}>
      <label>
        {label}
        <textarea rows={3} maxLength={2000} value={text} onChange={(event) => setText(event.currentTarget.value)} />
      </label>
      {problem && (
        <p className={pay.declined} role="alert">
          {problem}
        </p>
      )}
      <button type="button" disabled={!ready || busy} onClick={() => void send()}>
        {button}
      </button>
    </div>
  );
}
