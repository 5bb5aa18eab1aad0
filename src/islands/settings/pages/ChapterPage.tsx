import type { Shell } from '#contracts/bookings/views';
import { type Chapter, chapters, type SetUpView } from '#islands/settings/chapters';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import type { ReactNode } from 'react';
import styles from '../SetUp.module.css';

export type ChapterProps = {
  readonly shell: Shell;
  readonly view: SetUpView;
  /** What came of a connection that the owner was just sent back from. */
  readonly connection: string | null;
};

type Props = { readonly shell: Shell; readonly chapter: Chapter; readonly children: ReactNode };

/** A chapter of set-up, on a page of its own: a browser loads none of the others. */
export const ChapterPage = ({ shell, chapter, children }: Props) => (
  <OwnerShell shell={shell} path="/set-up">
    <PageHead trail={<a href="/set-up">Set-up</a>} title={chapters[chapter].title} />
    <div className={styles.chapter}>{children}</div>
  </OwnerShell>
);
