import type { ReactNode } from 'react';
import styles from './PageHead.module.css';

type Props = {
  /** Where the page stands: links to what it is part of. */
  readonly trail?: ReactNode;
  /** A text becomes the heading; anything else stands as it is. */
  readonly title: ReactNode;
  readonly sub?: ReactNode;
  /** What can be done, at the right. */
  readonly children?: ReactNode;
};

/** The head of an owner's page: trail, heading, what to know, actions. */
export const PageHead = ({ trail, title, sub, children }: Props) => (
  <div className={styles.head}>
    <div>
      {trail && <p className={styles.trail}>{trail}</p>}
      {typeof title === 'string' ? <h1>{title}</h1> : title}
      {sub && <p className={styles.sub}>{sub}</p>}
    </div>
    {children && <div className={styles.actions}>{children}</div>}
  </div>
);
