import { ActionIcon } from '@mantine/core';
import { IconArrowUp, IconPlus, IconX } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import styles from './Terms.module.css';

export const Section = ({
  title,
  about,
  children,
}: {
  readonly title: string;
  /** What the figures at the right are. */
  readonly about?: string;
  readonly children: ReactNode;
}) => (
  <section className={styles.section} aria-label={title}>
    <h2>
      {title}
      {about && <span>{about}</span>}
    </h2>
    {children}
  </section>
);

type Action = { readonly label: string; readonly run: () => void };

/** One rule: its mark in the grammar of money, its sentence, what it comes to, and what it lacks. */
export function RuleRow({
  mark,
  figure = null,
  faults = [],
  remove = null,
  raise = null,
  children,
}: {
  /** A class of the money grammar; null for a rule that moves no money by itself. */
  readonly mark: string | null;
  readonly figure?: string | null;
  readonly faults?: readonly (string | undefined)[];
  readonly remove?: Action | null;
  readonly raise?: Action | null;
  readonly children: ReactNode;
}) {
  const missing = faults.filter((fault): fault is string => fault !== undefined);
  return (
    <div className={styles.rule} data-half={missing.length > 0 || undefined}>
      <i className={mark ?? styles.noMark} aria-hidden="true" />
      <div>
        <div className={styles.sentence}>{children}</div>
        {missing.length > 0 && (
          <p className={styles.missing} role="status">
            Still missing: {missing.join(', ')}. Until then it counts as it last was.
          </p>
        )}
      </div>
      <span className={`${styles.figure} num`}>{figure}</span>
      <span className={styles.ruleActions}>
        {raise && (
          <ActionIcon variant="subtle" color="gray" size={26} aria-label={raise.label} onClick={raise.run}>
            <IconArrowUp size={15} aria-hidden />
          </ActionIcon>
        )}
        {remove && (
          <ActionIcon variant="subtle" color="gray" size={26} aria-label={remove.label} onClick={remove.run}>
            <IconX size={15} aria-hidden />
          </ActionIcon>
        )}
      </span>
    </div>
  );
}

export const AddRule = ({
  onClick,
  fault,
  children,
}: {
  readonly onClick: () => void;
  readonly fault?: string | undefined;
  readonly children: ReactNode;
}) => (
  <button type="button" className={styles.add} onClick={onClick}>
    <IconPlus size={16} stroke={2.2} aria-hidden /> {children}
    {fault && <span className={styles.missing}> · {fault}</span>}
  </button>
);
