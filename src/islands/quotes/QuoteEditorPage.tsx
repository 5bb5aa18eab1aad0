import { quoteView, saveQuote } from '#contracts/routes/quotes';
import type { QuoteView } from '#contracts/quotes/views';
import type { Shell } from '#contracts/bookings/views';
import type { QuoteDraft } from '#core/quotes/draft';
import { readDraft } from '#core/quotes/readDraft';
import { longUntil } from '#core/wording/days';
import { quoteStateWords } from '#core/wording/quoteWords';
import { call, read } from '#islands/api';
import { Composer } from '#islands/quotes/composer/Composer';
import { type DraftState, useDraft } from '#islands/quotes/composer/useDraft';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { QuoteActions } from '#islands/quotes/QuoteActions';
import { QuoteHistory } from '#islands/quotes/QuoteHistory';
import { QuoteWants } from '#islands/quotes/QuoteWants';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useDeferredValue, useMemo } from 'react';
import styles from '#islands/quotes/composer/Compose.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: QuoteView };

export default function QuoteEditorPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Editor given={view} />
    </OwnerShell>
  );
}

const stateWords: Readonly<Record<DraftState, string>> = {
  kept: 'Kept.',
  keeping: 'Keeping…',
  notKept: 'Not kept yet; it stays in this browser.',
  edited: 'Somebody else has changed this quote meanwhile.',
};

function Editor({ given }: { readonly given: QuoteView }) {
  const { zone, today } = useShell();
  // What happens to it shows as it happens.
  const { data: view } = useQuery({
    queryKey: ['quote', given.number],
    queryFn: () => read(quoteView, { number: given.number }),
    initialData: given,
    refetchInterval: 5000,
  });
  const { id, number } = view;
  const save = useCallback(
    (draft: QuoteDraft, edition: number) => call(saveQuote, { quoteId: id, edition, draft }),
    [id],
  );
  const kept = useDraft({ key: `ostendo-quote-${id}`, edition: given.edition, draft: given.draft }, save);
  const { draft } = kept;
  const { context } = view;
  // The business's signature counts for what was kept when it was given.
  const signedFirst = view.signedFirst && view.edition === kept.edition && kept.state === 'kept';
  // What is typed is drawn first; what it comes to, with the client's page, a moment later.
  const typed = useDeferredValue(draft);
  const readNow = useMemo(() => readDraft(typed, context, signedFirst), [typed, context, signedFirst]);
  const over = view.state === 'accepted';
  // What was sent stands until then; a changed one would stand from its own sending on.
  const { revision, differs, expiresAt } = view;
  const shown = useMemo(() => {
    const asSent = revision > 0 && !differs && readNow.offer;
    return asSent ? { ...readNow, offer: { ...readNow.offer!, expiresAt: over ? null : expiresAt } } : readNow;
  }, [readNow, revision, differs, expiresAt, over]);
  const where = view.expiresAt && ['sent', 'opened'].includes(view.state);
  return (
    <>
      <PageHead
        trail={
          <>
            <a href="/quotes">Quotes</a> / {number}
          </>
        }
        title={draft.title || 'New quote'}
        sub={
          <>
            {quoteStateWords[view.state]}
            {view.revision > 1 && `, version ${view.revision}`}
            {where && `, until ${longUntil(view.expiresAt!, zone, today)}`}
            {view.differs && ' · changed since it was sent'}
            {!over && (
              <span className={kept.state === 'kept' || kept.state === 'keeping' ? styles.state : styles.stateWrong}>
                {' '}
                · {stateWords[kept.state]}
              </span>
            )}
          </>
        }
      >
        <QuoteActions
          view={view}
          draft={draft}
          read={readNow}
          readTyped={() => readDraft(draft, context, signedFirst)}
          settled={kept.settled}
        />
      </PageHead>
      <Composer
        draft={draft}
        change={kept.change}
        around={view}
        read={shown}
        number={number}
        template={false}
        over={over}
      >
        {kept.state === 'edited' && (
          <div className={styles.note} role="alert">
            <p>Somebody else has changed this quote meanwhile. What you typed is still here, and is not kept.</p>
            <Button variant="default" size="compact-sm" onClick={() => location.reload()}>
              Take theirs
            </Button>
          </div>
        )}
        {kept.problem && kept.state !== 'edited' && <Problem problem={kept.problem} currency="EUR" />}
        <QuoteWants view={view} />
        <QuoteHistory view={view} />
      </Composer>
    </>
  );
}
