import type { MissingForDocument } from '#core/invoices/missing';
import { missingWords } from '#core/wording/documentWords';
import styles from './Invoices.module.css';

/** What has to be known before a document can be issued, each with where it is put right. */
export function Missing({
  missing,
  client,
}: {
  readonly missing: readonly MissingForDocument[];
  readonly client: string;
}) {
  if (missing.length === 0) return null;
  return (
    <div className={styles.missing} role="status">
      <b>No invoice can be issued yet</b>
      <ul>
        {missing.map((each) => {
          const { says, path } = missingWords[each];
          return (
            <li key={each}>
              {says} <a href={path === '/clients' ? `/clients/${client}` : path}>Add it</a>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
