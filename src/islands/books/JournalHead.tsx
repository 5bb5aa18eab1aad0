import { PageHead } from '#islands/parts/PageHead';
import type { ReactNode } from 'react';
import styles from './Journal.module.css';

const faces = [
  ['/journal', 'Entries'],
  ['/journal/balances', 'Balances'],
  ['/journal/payouts', 'Payouts'],
  ['/journal/till', 'Till'],
  ['/journal/reports', 'Reports'],
] as const;
export type JournalFace = (typeof faces)[number][0];

/** The books have four faces, each with its own address. */
export function JournalHead({
  face,
  sub,
  children,
}: {
  readonly face: JournalFace;
  readonly sub: string;
  readonly children?: ReactNode;
}) {
  return (
    <PageHead title="Journal" sub={sub}>
      <div className={styles.head}>
        {children}
        <nav aria-label="The books" className={styles.faces}>
          {faces.map(([path, label]) => (
            <a key={path} href={path} aria-current={path === face ? 'page' : undefined}>
              {label}
            </a>
          ))}
        </nav>
      </div>
    </PageHead>
  );
}
