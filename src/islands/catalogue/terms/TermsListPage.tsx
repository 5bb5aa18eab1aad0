import type { TermsListView } from '#contracts/catalogue/termsViews';
import type { Shell } from '#contracts/bookings/views';
import { localDate } from '#core/calendar/zoned';
import { instalmentSegments, sentenceOf, sharesOf } from '#core/wording/ruleSegments';
import { shortDate } from '#core/wording/days';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import list from '#islands/parts/List.module.css';
import styles from './Terms.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: TermsListView };

export default function TermsListPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <PageHead title="Terms" sub="Money rules that services share. What is agreed keeps its version.">
        <Button component="a" href="/terms/new" leftSection={<IconPlus size={17} aria-hidden />}>
          New terms
        </Button>
      </PageHead>
      <Lines view={view} />
    </OwnerShell>
  );
}

function Lines({ view }: { readonly view: TermsListView }) {
  const { business, zone, today } = useShell();
  if (view.terms.length === 0) return <p>There are no terms yet. Make some, and give them to your services.</p>;
  return (
    <table className={`${list.list} ${styles.list}`}>
      <thead>
        <tr>
          <th>Name and instalments</th>
          <th>Services</th>
          <th className={styles.right}>Coming bookings</th>
          <th className={styles.right}>Version</th>
          <th>
            <span className="visually-hidden">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {view.terms.map((terms) => {
          const shares = sharesOf(terms.rules.instalments);
          return (
            <tr key={terms.id}>
              <td>
                <a href={`/terms/${terms.id}`}>{terms.name}</a>
                <p>
                  {terms.rules.instalments
                    .map((rule) => sentenceOf(instalmentSegments(rule, { currency: business.currency, shares })))
                    .join(' ')}
                  {terms.rules.hold && ' With a hold.'}
                </p>
              </td>
              <td>{terms.services.map(({ name }) => name).join(', ') || 'not given to any'}</td>
              <td className={styles.right}>
                <span className="num">{terms.coming}</span>
                {terms.onOlder > 0 && (
                  <p>
                    <a href={`/terms/${terms.id}/bookings`}>{terms.onOlder} on an earlier version</a>
                  </p>
                )}
              </td>
              <td className={styles.right}>
                <span className="num">{terms.version}</span>
                <p>{shortDate(localDate(terms.madeAt, zone), today)}</p>
              </td>
              <td className={styles.right}>
                <a href={`/terms/new?from=${terms.id}`}>Copy</a>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
