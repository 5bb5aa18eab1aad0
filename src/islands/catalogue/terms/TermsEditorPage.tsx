import type { Decimal } from '#core/money/decimal';
import type { TermsView } from '#contracts/catalogue/termsViews';
import type { Shell } from '#contracts/bookings/views';
import { formatAmount } from '#core/money/formatMoney';
import type { Terms } from '#core/terms/terms';
import { Beside } from '#islands/catalogue/terms/Beside';
import { AfterRules } from '#islands/catalogue/terms/AfterRules';
import { CancelRules } from '#islands/catalogue/terms/CancelRules';
import { HoldRules } from '#islands/catalogue/terms/HoldRules';
import { InstalmentRules } from '#islands/catalogue/terms/InstalmentRules';
import { PayingRules } from '#islands/catalogue/terms/PayingRules';
import { SlowRules } from '#islands/catalogue/terms/SlowRules';
import { useExample } from '#islands/catalogue/terms/useExample';
import { type Editing, useTermsDraft } from '#islands/catalogue/terms/useTermsDraft';
import { consequencesOf, onExample } from '#islands/catalogue/terms/workOut';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useReady } from '#islands/parts/useReady';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { ActionIcon, Button, Group } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { useDeferredValue, useMemo, useState } from 'react';
import styles from './Terms.module.css';

const PublishDialog = lazyComponent(() =>
  import('#islands/catalogue/terms/PublishDialog').then((part) => part.PublishDialog),
);
const GiveDialog = lazyComponent(() => import('#islands/catalogue/terms/GiveDialog').then((part) => part.GiveDialog));

type Props = {
  readonly shell: Shell;
  readonly path: string;
  readonly view: TermsView;
  readonly copied: { readonly from: string; readonly rules: Terms } | null;
};

export default function TermsEditorPage({ shell, path, ...given }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <WhenReady {...given} currency={shell.business.currency} />
    </OwnerShell>
  );
}

/** What was typed before a reload is in this browser only: nothing is drawn that would then be exchanged. */
function WhenReady(props: Omit<Props, 'shell' | 'path'> & { readonly currency: string }) {
  return useReady() ? <TermsEditor {...props} /> : <p aria-busy="true">Opening the terms…</p>;
}

/** The rules that new terms begin with. */
const fresh: Terms = {
  instalments: [
    { name: 'deposit', collect: 'ask', amount: { percent: '30' as Decimal }, due: { on: 'agreement' } },
    { name: 'balance', collect: 'ask', amount: { share: 1 }, due: { on: 'start', minus: { days: 7 } } },
  ],
  holdCoversBalance: false,
  cancellation: {
    tiers: [{ notice: { days: 14 }, keep: { percent: '30' as Decimal } }],
    grace: { within: { hours: 24 }, notice: { days: 7 } },
  },
  graceDays: 2,
  reminders: [{ days: 3, when: 'before' }],
  retryAfterHours: [24, 48],
};

function TermsEditor({ view, copied, currency }: Omit<Props, 'shell' | 'path'> & { readonly currency: string }) {
  const { terms } = view;
  const editing = useTermsDraft({
    // A copy is a draft of its own: one begun before from nothing, or from others, stays beside it.
    id: terms?.id ?? (copied ? `copy-of-${copied.from}` : 'new'),
    version: terms?.version ?? 0,
    name: terms?.name ?? '',
    rules: terms?.rules ?? copied?.rules ?? fresh,
    currency,
  });
  const { example, move, setTotal, usualTotal } = useExample();
  const [dialog, setDialog] = useState<'publish' | 'give' | null>(null);
  const { draft, reading } = editing;
  const worked = useMemo(() => onExample(draft, reading, example), [draft, reading, example]);
  const settled = useDeferredValue(useMemo(() => ({ terms: reading.terms, example }), [reading.terms, example]));
  const consequences = useMemo(() => consequencesOf(settled.terms, settled.example), [settled]);
  const half = Object.keys(reading.faults).length;
  const blocked = half > 0 || consequences.faults.length > 0;
  return (
    <>
      <PageHead
        trail={
          <>
            <a href="/terms">Terms</a> / {terms ? `version ${terms.version}` : 'new'}
          </>
        }
        sub={inUse(view, editing)}
        title={
          <input
            className={styles.name}
            value={draft.name}
            placeholder="Name of these terms"
            aria-label="Name of these terms"
            aria-invalid={draft.name.trim() === ''}
            maxLength={80}
            onChange={(event) => editing.change({ name: event.currentTarget.value }, 'name')}
          />
        }
      >
        <ActionIcon variant="default" size={36} aria-label="Undo" disabled={!editing.canUndo} onClick={editing.undo}>
          <IconArrowBackUp size={18} aria-hidden />
        </ActionIcon>
        <ActionIcon variant="default" size={36} aria-label="Redo" disabled={!editing.canRedo} onClick={editing.redo}>
          <IconArrowForwardUp size={18} aria-hidden />
        </ActionIcon>
        {terms && (
          <Button variant="default" onClick={() => setDialog('give')}>
            Give to services
          </Button>
        )}
        <Button disabled={blocked || (!editing.touched && terms !== null)} onClick={() => setDialog('publish')}>
          {terms ? 'Compare and publish' : 'Publish'}
        </Button>
      </PageHead>
      {half > 0 && (
        <p className={styles.missing} role="status">
          {half} {half === 1 ? 'thing is' : 'things are'} half written
          {draft.name.trim() === '' ? '; the terms need a name' : ''}. Until then they cannot be published.
        </p>
      )}
      <div className={styles.columns}>
        <div>
          <InstalmentRules
            editing={editing}
            currency={currency}
            amounts={worked.amounts}
            about={`on the example: ${formatAmount(example.total, currency)}`}
          />
          <HoldRules editing={editing} currency={currency} />
          <CancelRules editing={editing} currency={currency} figures={worked.kept} />
          <AfterRules editing={editing} currency={currency} />
          <SlowRules editing={editing} />
          <PayingRules editing={editing} />
        </div>
        <Beside
          bookingState={worked.bookingState}
          consequences={consequences}
          example={example}
          usualTotal={usualTotal}
          move={move}
          setTotal={setTotal}
        />
      </div>
      {dialog === 'publish' && (
        <PublishDialog
          terms={terms}
          name={draft.name}
          base={editing.base}
          rules={reading.terms}
          currency={currency}
          close={() => setDialog(null)}
          published={(termsId) => {
            editing.forget();
            location.assign(terms && terms.coming > 0 ? `/terms/${termsId}/bookings` : `/terms/${termsId}`);
          }}
          takeTheirs={() => {
            editing.forget();
            location.reload();
          }}
          keepMine={(version) => {
            editing.rebase(version);
            setDialog(null);
            location.reload();
          }}
        />
      )}
      {dialog === 'give' && (
        <GiveDialog view={view} currency={currency} close={() => setDialog(null)} given={() => location.reload()} />
      )}
      {editing.touched && terms && (
        <Group mt="md">
          <Button
            variant="subtle"
            color="red"
            size="compact-sm"
            onClick={() => editing.restart(terms.rules, terms.name, terms.version)}
          >
            Put everything back to version {terms.version}
          </Button>
        </Group>
      )}
    </>
  );
}

function inUse({ terms }: TermsView, { touched, base }: Editing): React.ReactNode {
  if (!terms) return 'Not in use yet.';
  const { services, coming, onOlder, version } = terms;
  const used =
    services.length + coming === 0
      ? 'Not given to any service yet.'
      : `Used by ${services.length} ${services.length === 1 ? 'service' : 'services'} and ${coming} coming ${coming === 1 ? 'booking' : 'bookings'}.`;
  return (
    <>
      {used}{' '}
      {touched && `You are writing version ${version + 1}${base < version ? `, begun on version ${base}` : ''}. `}
      {onOlder > 0 && (
        <a href={`/terms/${terms.id}/bookings`}>
          {onOlder} {onOlder === 1 ? 'keeps' : 'keep'} an earlier version
        </a>
      )}
    </>
  );
}
