import type { CodeOf } from '#contracts/routes/route';
import { harmless, sayWith, type Sentences } from '#islands/format/say';
import { sendCode, useCode } from '#contracts/routes/clientPage';
import type { BusinessFace } from '#contracts/quotes/views';
import { type Answer, type ApiProblem, call } from '#islands/api';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { useReady } from '#islands/parts/useReady';
import { useState } from 'react';
import book from '../checkout/Book.module.css';
import styles from '#islands/clientPage/ClientPage.module.css';
import pay from '#islands/payments/Pay.module.css';

type Props = { readonly link: string; readonly business: BusinessFace };

type Code = CodeOf<typeof sendCode | typeof useCode>;

const sentences: Sentences<Code> = {
  code_wrong: 'This is not the code. Look at the newest message, and try again.',
  code_over: 'This code is used up or older than ten minutes. Have another one sent.',
  too_many_codes: 'Five codes were sent within an hour. Wait until the hour is over, or write to us.',
  too_many_tries: 'That was tried several times already. Wait an hour, then try again.',
  link_unknown: 'This link is no longer valid. Ask for a new one.',
  link_expired: 'This link has expired. Ask for a new one.',
};
const sentence = sayWith(sentences, harmless('Nothing is lost', 'try again'));

/** A device that is new to us: a code to the client's own address shows whose it is. Nothing of the booking is here. */
export default function CodePage({ link, business }: Props) {
  const [to, setTo] = useState<string | null>(null);
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<ApiProblem<Code> | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const run = async <T,>(request: () => Promise<Answer<T, Code>>, done: (value: T) => void): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const answer = await request();
    setBusy(false);
    if (answer.ok) done(answer.value);
    else setProblem(answer.problem);
  };
  const send = () =>
    run(
      () => call(sendCode, { link }),
      ({ to: address }) => setTo(address),
    );
  const use = () =>
    run(
      () => call(useCode, { link, code: code.trim() }),
      () => location.reload(),
    );
  return (
    <div className={styles.page} style={faceStyle(business)}>
      <BusinessHead business={business} />
      <main className={styles.main}>
        <h1>Is it you?</h1>
        <p className={styles.when}>
          This page is one client’s own, and this device is new to it. We send a code to the address that you booked
          with; it is asked for only once.
        </p>
        <form
          className={book.form}
          onSubmit={(event) => {
            event.preventDefault();
            void (to === null ? send() : use());
          }}
        >
          {to !== null && (
            <label className={book.field}>
              The code that we sent to {to}
              <input
                inputMode="numeric"
                autoComplete="one-time-code"
                pattern="\d{6}"
                maxLength={6}
                value={code}
                aria-invalid={problem?.code === 'code_wrong'}
                onChange={(event) => setCode(event.currentTarget.value.replace(/\D/g, ''))}
              />
            </label>
          )}
          {problem && (
            <p className={pay.declined} role="alert">
              {sentence(problem, '')}
            </p>
          )}
          <button
            type="submit"
            className={pay.button}
            disabled={busy || !ready || (to !== null && code.length !== 6)}
            aria-busy={busy}
          >
            {to === null ? 'Send me a code' : 'Open my booking'}
          </button>
          {to !== null && (
            <button type="button" className={pay.quiet} onClick={() => void send()} disabled={busy}>
              Send another code
            </button>
          )}
        </form>
      </main>
    </div>
  );
}
