import { acceptQuote, chooseOnQuote, offerView, signQuote } from '#contracts/routes/quotePage';
import type { QuotePageView } from '#contracts/quotes/views';
import type { BookingState } from '#core/bookings/bookingState';
import { fieldFault } from '#core/quotes/acceptance';
import type { Filled } from '#core/quotes/facts';
import type { Choice } from '#core/quotes/offer';
import { emptySignature, type SignatureDraft, signatureFault } from '#islands/quotes/offer/signature';
import { quoteProblem } from '#islands/quotes/quotePage/quoteProblem';
import { type AnswerOf, type ApiProblem, call, look, mayRepeat, newKey } from '#islands/api';
import { useLookAgain } from '#islands/parts/useLookAgain';
import { useCallback, useEffect, useRef, useState } from 'react';

/** How long after the last touch what was chosen is kept at the server. */
const restMilliseconds = 700;

const fieldFaults = {
  field_missing: 'This is needed before you sign.',
  field_wrong: 'This is not quite right.',
} as const;

/** What its reader has chosen, filled in and signed so far, and what can be done with it. */
export function useQuotePage(link: string, given: QuotePageView) {
  const [view, setView] = useState(given);
  const [choice, setChoice] = useState<Choice>(given.choice);
  const [filled, setFilled] = useState<Filled>(given.filled);
  const [signature, setSignature] = useState<SignatureDraft>({ ...emptySignature, name: given.readerName });
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const running = useRef(false);
  const attempt = useRef(newKey());
  const { revision } = view;

  const reload = useCallback(async (): Promise<void> => {
    const found = await look(offerView, { link });
    if (!found.ok) return;
    const next = found.value;
    if ('goTo' in next) return location.assign(next.goTo);
    setView((before) => {
      // Another version: what was chosen of the old one does not count for it.
      if (next.revision !== before.revision) setChoice(next.choice);
      return next.changes.length > 0 || next.revision !== before.revision ? next : { ...next, changes: before.changes };
    });
  }, [link]);

  useLookAgain(reload);

  // Kept at the server a moment after the last touch, so that the page can be left and opened elsewhere.
  const first = useRef(true);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    const timer = setTimeout(() => void call(chooseOnQuote, { link, revision, choice, filled }), restMilliseconds);
    return () => clearTimeout(timer);
  }, [link, revision, choice, filled]);

  const run = async (send: () => Promise<AnswerOf<typeof acceptQuote | typeof signQuote>>): Promise<void> => {
    if (running.current) return; // a double click
    running.current = true;
    setBusy(true);
    setProblem(null);
    const answer = await send();
    if (answer.ok) {
      if (answer.value.state === 'accepted' && view.who === 'client') return location.assign(`/b/${link}`);
      await reload();
    } else {
      setProblem(quoteProblem(answer.problem, view.offer.currency));
      const again = mayRepeat(answer.problem);
      if (!again) {
        attempt.current = newKey();
        await reload();
        fieldProblem(answer.problem);
      }
    }
    running.current = false;
    setBusy(false);
  };

  const fieldProblem = ({ code, path }: ApiProblem): void => {
    if (path?.startsWith('filled.') && code in fieldFaults)
      setFaults({ [path.slice('filled.'.length)]: fieldFaults[code as keyof typeof fieldFaults] });
  };

  /** Says what is missing at its place, and goes there. @returns whether nothing is */
  const complete = (): boolean => {
    const { agreement } = view.offer;
    if (!agreement) return true;
    const field = view.who === 'client' ? fieldFault(agreement.fields, filled) : null;
    if (field) {
      const id = field.path.slice('filled.'.length);
      setFaults({ [id]: fieldFaults[field.code] });
      document.getElementById(`field-${id}`)?.focus();
      return false;
    }
    const fault = signatureFault(signature);
    setFaults(fault ? { signature: fault } : {});
    return fault === null;
  };

  const accept = async (bookingState: BookingState): Promise<void> => {
    if (!complete()) return;
    const seen = {
      digest: view.digest,
      at: view.now,
      total: bookingState.agreed.total,
      dueNow: bookingState.position.dueNow,
    };
    const signed = view.offer.agreement ? signature : null;
    await run(() => call(acceptQuote, { link, attempt: attempt.current, seen, choice, filled, signature: signed }));
  };
  const signFurther = async (): Promise<void> => {
    if (complete()) await run(() => call(signQuote, { link, sha256: view.signed?.sha256 ?? '', signature }));
  };
  const touching =
    <T>(set: (value: T) => void) =>
    (value: T): void => {
      setFaults({});
      setProblem(null);
      set(value);
    };
  return {
    view,
    choice,
    filled,
    signature,
    faults,
    problem,
    busy,
    reload,
    accept,
    signFurther,
    choose: touching(setChoice),
    fill: touching(setFilled),
    sign: touching(setSignature),
  };
}
