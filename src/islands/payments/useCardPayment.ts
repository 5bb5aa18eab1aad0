import type { PayOutcome } from '#contracts/payments/payOutcome';
import type { PayCode } from '#islands/payments/payProblem';
import type { OfferedOnPage, OnlineWay } from '#contracts/paymentMethods/views';
import type { FrameHandle } from '#islands/payments/CardFrame';
import { type Answer, type ApiProblem, newKey, mayRepeat } from '#islands/api';
import { useRef, useState } from 'react';

type Try = { readonly key: string; readonly card: string; readonly account: string };

/** Sends one try; the same one may be sent again where it was not answered. */
export type PayTry = (attempt: Try) => Promise<Answer<PayOutcome, PayCode>>;

/**
 * One try to pay: the frame's token and a key that stays until the try is answered, so that a double click or a lost
 * answer pays once; the client's bank where it wants a confirmation.
 */
export function useCardPayment(about: {
  readonly offered: OfferedOnPage;
  /** Where the bank sends the client back to. */
  readonly back: string;
  readonly send: PayTry;
  readonly words: (problem: ApiProblem<PayCode>) => string;
  readonly done: () => Promise<void>;
  /** Whether a decline is said here; elsewhere the page that is read anew says it. */
  readonly saysDecline?: boolean;
}) {
  const frame = useRef<FrameHandle>(null);
  const [account, choose] = useState(about.offered.online[0]?.account);
  // What is offered may have changed since: then the default one stands.
  const chosen: OnlineWay | undefined =
    about.offered.online.find((each) => each.account === account) ?? about.offered.online[0];
  const attempt = useRef<Try | null>(null);
  const running = useRef(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const pay = async (): Promise<void> => {
    if (running.current || !chosen) return; // a double click
    running.current = true;
    setBusy(true);
    setProblem(null);
    try {
      const given = attempt.current ? { token: attempt.current.card } : await frame.current?.ask();
      if (!given) return; // the frame says what is wrong with the number, at its place
      attempt.current ??= { key: newKey(), card: given.token, account: chosen.account };
      const answer = await about.send(attempt.current);
      if (!answer.ok && mayRepeat(answer.problem)) {
        setProblem(about.words(answer.problem)); // the same try may be sent again
        return;
      }
      attempt.current = null;
      if (answer.ok && answer.value.state === 'confirm') {
        location.assign(`${answer.value.url}?back=${encodeURIComponent(about.back)}`);
        return;
      }
      if (!answer.ok) setProblem(about.words(answer.problem));
      else if (answer.value.state === 'declined' && about.saysDecline)
        setProblem(about.words({ code: 'declined', detail: { code: answer.value.code } }));
      await about.done();
    } finally {
      running.current = false;
      setBusy(false);
    }
  };
  const another = (next: string): void => {
    attempt.current = null;
    setProblem(null);
    choose(next);
  };
  return { frame, pay, busy, problem, chosen, choose: another };
}
