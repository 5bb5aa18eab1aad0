import { saveTemplate } from '#contracts/routes/quotes';
import type { TemplateView } from '#contracts/quotes/views';
import type { Shell } from '#contracts/bookings/views';
import { emptyDraft, type QuoteDraft } from '#core/quotes/draft';
import { readDraft } from '#core/quotes/readDraft';
import { Composer } from '#islands/quotes/composer/Composer';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useReady } from '#islands/parts/useReady';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { addDays } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { Button, Checkbox, TextInput } from '@mantine/core';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';

type Props = { readonly shell: Shell; readonly path: string; readonly view: TemplateView };

export default function TemplateEditorPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Editor view={view} />
    </OwnerShell>
  );
}

function Editor({ view }: { readonly view: TemplateView }) {
  const { business } = useShell();
  const ready = useReady();
  const { template, context } = view;
  const [draft, setDraft] = useState(template?.draft ?? emptyDraft);
  const [name, setName] = useState(template?.name ?? '');
  const [retired, setRetired] = useState(template?.retired ?? false);
  const [edition, setEdition] = useState(template?.edition ?? 0);
  const [kept, setKept] = useState(true);
  const save = useRoute(saveTemplate);
  const { clear } = save;
  const touch = useCallback((): void => {
    clear();
    setKept(false);
  }, [clear]);
  const change = useCallback(
    (part: Partial<QuoteDraft>): void => {
      touch();
      setDraft((now) => ({ ...now, ...part }));
    },
    [touch],
  );
  const typed = useDeferredValue(draft);
  // The page is shown as it would be for somebody who comes in a month.
  const shown = useMemo(() => {
    const day = addDays(localDate(context.now, context.timeZone), 30);
    const example = {
      clientName: 'A client',
      clientEmail: 'client@example.com',
      start: `${day}T18:00`,
      end: `${day}T22:00`,
    };
    return readDraft({ ...typed, ...example }, context, true);
  }, [typed, context]);
  const keep = async (): Promise<void> => {
    const templateId = template?.id ?? null;
    const done = await save.run({ templateId, requestKey: save.requestKey(), edition, name, retired, draft });
    if (!done) return;
    setKept(true);
    setEdition(done.edition);
    if (!template) location.assign(`/quote-templates/${done.id}`);
  };
  return (
    <>
      <PageHead
        trail={
          <>
            <a href="/quote-templates">Templates and agreements</a> / template
          </>
        }
        title={name || 'New template'}
        sub="Quotes take their own copy: a change here changes none that exists."
      >
        <Button onClick={() => void keep()} loading={save.busy} disabled={!ready || kept}>
          Keep
        </Button>
      </PageHead>
      <Composer draft={draft} change={change} around={view} read={shown} number="Q-…" template>
        <TextInput
          label="Name of the template"
          value={name}
          maxLength={80}
          disabled={!ready}
          onChange={(event) => {
            touch();
            setName(event.currentTarget.value);
          }}
          mb="sm"
        />
        {template && (
          <Checkbox
            label="No longer offered for new quotes"
            checked={retired}
            onChange={(event) => {
              touch();
              setRetired(event.currentTarget.checked);
            }}
            mb="md"
          />
        )}
        <Problem problem={save.problem} currency={business.currency} />
      </Composer>
    </>
  );
}
