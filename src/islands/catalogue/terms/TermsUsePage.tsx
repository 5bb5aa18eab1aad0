import { useDelayed } from '#islands/parts/useDelayed';
import type { OutOf } from '#contracts/routes/route';
import { applyTerms } from '#contracts/routes/catalogue';
import type { TermsTouch, TermsUseView } from '#contracts/catalogue/termsViews';
import type { Shell } from '#contracts/bookings/views';
import { dateOf } from '#core/calendar/wallTime';
import { formatAmount } from '#core/money/formatMoney';
import { longDate } from '#core/wording/days';
import { problemSentence } from '#islands/format/problemSentence';
import { callProven } from '#islands/shell/callProven';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, Checkbox, Progress } from '@mantine/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, useState } from 'react';
import styles from './TermsUse.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: TermsUseView };

export default function TermsUsePage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <TermsUse view={view} />
    </OwnerShell>
  );
}

type Outcome = 'applied' | 'told' | { readonly refused: TermsUse['refused'][number]['code'] };
type TermsUse = OutOf<typeof applyTerms>;
/** So many bookings go in one request: each is its own transaction, and between two requests it can be stopped. */
const batch = 20;

/** The coming bookings that a newer version could touch, what it would change for each, and the owner's choice. */
function TermsUse({ view }: { readonly view: TermsUseView }) {
  const { terms, touches, more } = view;
  const { today } = useShell();
  const possible = touches.filter((touch) => touch.refused === null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [outcomes, setOutcomes] = useState<ReadonlyMap<string, Outcome>>(new Map());
  const [running, setRunning] = useState<{ done: number; all: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stopped = useRef(false);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: touches.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 84,
    overscan: 8,
  });
  const toggle = (id: string): void => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  const open = possible.filter((touch) => !outcomes.has(touch.id));
  const all = open.length > 0 && open.every((touch) => chosen.has(touch.id));

  const apply = async (): Promise<void> => {
    const wanted = open.filter((touch) => chosen.has(touch.id));
    stopped.current = false;
    setProblem(null);
    for (let from = 0; from < wanted.length && !stopped.current; from += batch) {
      setRunning({ done: from, all: wanted.length });
      const bookings = wanted.slice(from, from + batch).map(({ id, seen }) => ({ id, seen }));
      const answer = await callProven(applyTerms, { termsId: terms.id, version: terms.version, bookings });
      if (!answer.ok) {
        setProblem(problemSentence(answer.problem));
        break;
      }
      const { applied, refused } = answer.value;
      setOutcomes((before) => {
        const next = new Map(before);
        for (const { id, told } of applied) next.set(id, told ? 'told' : 'applied');
        for (const { id, code } of refused) next.set(id, { refused: code });
        return next;
      });
    }
    setRunning(null);
    setChosen(new Set());
  };
  const later = useDelayed('terms');
  const begin = (): void => {
    if (later.waits) return later.now();
    if (chosen.size === 1) return void apply();
    later.begin(`Version ${terms.version} will be applied to ${chosen.size} bookings.`, () => void apply());
  };
  return (
    <>
      <PageHead
        trail={
          <>
            <a href="/terms">Terms</a> / <a href={`/terms/${terms.id}`}>{terms.name}</a>
          </>
        }
        title={`What version ${terms.version} would change`}
        sub={
          <>
            {touches.length === 0
              ? 'Every coming booking keeps this version already.'
              : `${touches.length + more} coming ${touches.length + more === 1 ? 'booking keeps' : 'bookings keep'} an earlier version. Those that you do not choose keep what was agreed.`}
            {more > 0 && ` The first ${touches.length} are shown.`}
          </>
        }
      >
        {running ? (
          <Button variant="default" onClick={() => (stopped.current = true)}>
            Stop
          </Button>
        ) : (
          <Button disabled={chosen.size === 0} onClick={begin}>
            {later.waits ? 'Apply it now' : `Apply to ${chosen.size || 'the chosen'}`}
          </Button>
        )}
      </PageHead>
      {running && (
        <div role="status">
          <Progress value={(100 * running.done) / running.all} size="sm" />
          <p className={styles.sub}>
            {running.done} of {running.all}
          </p>
        </div>
      )}
      {problem && (
        <p className={styles.refused} role="alert">
          {problem}
        </p>
      )}
      {!running && outcomes.size > 0 && <Done outcomes={outcomes} />}
      {touches.length > 0 && (
        <>
          <div className={styles.all}>
            <Checkbox
              checked={all}
              indeterminate={!all && chosen.size > 0}
              disabled={open.length === 0 || running !== null}
              label={`All ${open.length} that it can be applied to`}
              onChange={() => setChosen(all ? new Set() : new Set(open.map((touch) => touch.id)))}
            />
          </div>
          <div ref={scroller} className={styles.scroller}>
            <ol style={{ height: rows.getTotalSize() }} className={styles.rows}>
              {rows.getVirtualItems().map((row) => (
                <li
                  key={row.key}
                  ref={rows.measureElement}
                  data-index={row.index}
                  style={{ transform: `translateY(${row.start}px)` }}
                >
                  <Row
                    touch={touches[row.index]!}
                    today={today}
                    chosen={chosen.has(touches[row.index]!.id)}
                    outcome={outcomes.get(touches[row.index]!.id)}
                    busy={running !== null}
                    toggle={toggle}
                  />
                </li>
              ))}
            </ol>
          </div>
        </>
      )}
    </>
  );
}

function Done({ outcomes }: { readonly outcomes: ReadonlyMap<string, Outcome> }) {
  const all = [...outcomes.values()];
  const refused = all.filter((each) => typeof each === 'object').length;
  const told = all.filter((each) => each === 'told').length;
  return (
    <p className={styles.done} role="status">
      Applied to {all.length - refused}; {told} {told === 1 ? 'client was' : 'clients were'} told.
      {refused > 0 && ` ${refused} could not be changed and keep what they have.`}
    </p>
  );
}

function Row({
  touch,
  today,
  chosen,
  outcome,
  busy,
  toggle,
}: {
  readonly touch: TermsTouch;
  readonly today: Parameters<typeof longDate>[1];
  readonly chosen: boolean;
  readonly outcome: Outcome | undefined;
  readonly busy: boolean;
  readonly toggle: (id: string) => void;
}) {
  const { currency, refused, sentences, back } = touch;
  const [dueBefore, dueAfter] = touch.dueNow;
  const money = (amount: (typeof touch)['back']): string => formatAmount(amount, currency);
  const said = outcome
    ? typeof outcome === 'object'
      ? problemSentence({ code: outcome.refused }, currency)
      : outcome === 'told'
        ? 'Applied; the client is told.'
        : 'Applied.'
    : null;
  return (
    <div className={styles.row}>
      <Checkbox
        checked={chosen}
        disabled={refused !== null || outcome !== undefined || busy}
        aria-label={`${touch.number} ${touch.client}`}
        onChange={() => toggle(touch.id)}
      />
      <div>
        <b>{touch.client}</b>
        <p>
          <a href={`/bookings/${touch.number}`}>{touch.number}</a> · {touch.title}
        </p>
        <p>
          {longDate(dateOf(touch.start), today)} · version {touch.version}
          {touch.own && ' with rules of its own, which this would replace'}
        </p>
      </div>
      <div>
        {said ? (
          <p className={styles.said}>{said}</p>
        ) : refused ? (
          <p className={styles.refused}>{problemSentence({ code: refused }, currency)}</p>
        ) : sentences.length === 0 ? (
          <p>Nothing changes for the client.</p>
        ) : (
          <ul>
            {sentences.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        )}
      </div>
      <div className={styles.figures}>
        {dueBefore !== dueAfter && (
          <p>
            due now <span className="num">{money(dueBefore)}</span> → <b className="num">{money(dueAfter)}</b>
          </p>
        )}
        {back > 0 && (
          <p>
            given back <b className="num">{money(back)}</b>
          </p>
        )}
      </div>
    </div>
  );
}
