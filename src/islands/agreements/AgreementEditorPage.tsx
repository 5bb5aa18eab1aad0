import { saveAgreement } from '#contracts/routes/agreements';
import type { AgreementView } from '#contracts/quotes/views';
import type { Shell } from '#contracts/bookings/views';
import { type Agreement, businessSigns, plainText } from '#core/agreements/agreement';
import { agreementFieldNames } from '#core/quotes/fieldNames';
import { unknownFields } from '#core/wording/fields';
import { AgreementFields } from '#islands/agreements/AgreementFields';
import { businessWords } from '#islands/quotes/composer/AgreementPart';
import { AsItReads } from '#islands/agreements/AsItReads';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { useReady } from '#islands/parts/useReady';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Alert, Button, NativeSelect, TextInput } from '@mantine/core';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { useState } from 'react';
import styles from './Agreements.module.css';

const RichText = lazyComponent(
  () => import('#islands/agreements/RichText').then((part) => part.RichText),
  () => <p>One moment…</p>,
);

type Props = { readonly shell: Shell; readonly path: string; readonly view: AgreementView };

const empty: Agreement = { name: '', blocks: [], fields: [], others: [], inOrder: true, business: 'no' };

export default function AgreementEditorPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Editor view={view} />
    </OwnerShell>
  );
}

function Editor({ view }: { readonly view: AgreementView }) {
  const { business } = useShell();
  const ready = useReady();
  const [agreement, setAgreement] = useState(view.agreement?.agreement ?? empty);
  const [edition, setEdition] = useState(view.agreement?.edition ?? 0);
  const [kept, setKept] = useState(true);
  const save = useRoute(saveAgreement);
  const change = (part: Partial<Agreement>): void => {
    save.clear();
    setKept(false);
    setAgreement({ ...agreement, ...part });
  };
  const labels = agreement.fields.map(({ label }) => [label.toLowerCase().trim(), true] as const);
  const known = {
    ...Object.fromEntries(agreementFieldNames.map((name) => [name, true])),
    ...Object.fromEntries(labels),
  };
  const unknown = unknownFields(plainText(agreement.blocks), known);
  const keep = async (): Promise<void> => {
    const agreementId = view.agreement?.id ?? null;
    const done = await save.run({ agreementId, requestKey: save.requestKey(), edition, agreement });
    if (!done) return;
    setKept(true);
    setEdition(done.edition);
    if (!view.agreement) location.assign(`/agreements/${done.id}`);
  };
  return (
    <>
      <PageHead
        trail={
          <>
            <a href="/quote-templates">Templates and agreements</a> / agreement
          </>
        }
        title={agreement.name || 'New agreement'}
        sub="Quotes take their own copy: a change here changes none that exists."
      >
        <Button onClick={() => void keep()} loading={save.busy} disabled={!ready || kept}>
          Keep
        </Button>
      </PageHead>
      <div className={styles.page}>
        <div>
          <div className={styles.head}>
            <TextInput
              label="Name"
              value={agreement.name}
              maxLength={120}
              onChange={(event) => change({ name: event.currentTarget.value })}
            />
            <NativeSelect
              label={business.name}
              value={agreement.business}
              data={businessSigns.map((value) => ({ value, label: businessWords[value] }))}
              onChange={(event) => change({ business: event.currentTarget.value as Agreement['business'] })}
            />
          </div>
          <RichText blocks={agreement.blocks} change={(blocks) => change({ blocks })} own={agreement.fields} />
          <AgreementFields fields={agreement.fields} change={(fields) => change({ fields })} />
          {unknown.length > 0 && (
            <Alert color="yellow" variant="light" mt="md" styles={{ message: { color: 'var(--ink)' } }}>
              Nothing fills in: {unknown.map((name) => `“${name}”`).join(', ')}. Add it above, or take it out.
            </Alert>
          )}
          <Problem problem={save.problem} currency={business.currency} />
        </div>
        <AsItReads agreement={agreement} given={view.sample} />
      </div>
    </>
  );
}
