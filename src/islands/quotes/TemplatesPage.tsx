import type { TemplatesView } from '#contracts/quotes/views';
import type { Shell } from '#contracts/bookings/views';
import { businessWords } from '#islands/quotes/composer/AgreementPart';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { Button } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import list from '#islands/parts/List.module.css';
import styles from './Quotes.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: TemplatesView };

export default function TemplatesPage({ shell, path, view }: Props) {
  const { templates, agreements } = view;
  return (
    <OwnerShell shell={shell} path={path}>
      <PageHead
        trail={<a href="/quotes">Quotes</a>}
        title="Templates and agreements"
        sub="What quotes begin with. Each quote has its own copy of it."
      >
        <Button component="a" variant="default" href="/agreements/new" leftSection={<IconPlus size={17} aria-hidden />}>
          New agreement
        </Button>
        <Button component="a" href="/quote-templates/new" leftSection={<IconPlus size={17} aria-hidden />}>
          New template
        </Button>
      </PageHead>
      <div className={styles.halves}>
        <section>
          <h2>Templates</h2>
          {templates.length === 0 && <p className={styles.empty}>There is none yet.</p>}
          <table className={`${list.list} ${styles.rows}`}>
            <tbody>
              {templates.map(({ id, name, retired, title, lines, extras, agreement }) => (
                <tr key={id}>
                  <td>
                    <a href={`/quote-templates/${id}`}>{name}</a>
                    {retired && <span className={styles.retired}> · no longer offered</span>}
                    <p>{title}</p>
                  </td>
                  <td className={styles.right}>
                    {lines} {lines === 1 ? 'line' : 'lines'}, {extras} {extras === 1 ? 'extra' : 'extras'}
                    <p>{agreement ?? 'nothing to sign'}</p>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section>
          <h2>Agreements</h2>
          {agreements.length === 0 && <p className={styles.empty}>There is none yet.</p>}
          <table className={`${list.list} ${styles.rows}`}>
            <tbody>
              {agreements.map(({ id, name, fields, business }) => (
                <tr key={id}>
                  <td>
                    <a href={`/agreements/${id}`}>{name}</a>
                    <p>The business {businessWords[business]}</p>
                  </td>
                  <td className={styles.right}>{fields === 0 ? 'nothing' : fields} to fill in</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
    </OwnerShell>
  );
}
