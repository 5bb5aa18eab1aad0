import type { Shell } from '#contracts/bookings/views';
import { type Chapter, chapterLines, chapters, type SetUpView } from '#islands/settings/chapters';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { IconChevronRight } from '@tabler/icons-react';
import styles from './SetUp.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly view: SetUpView };

/** Set-up is a list of chapters, each with what holds now; each has an address, and an island, of its own. */
export default function SetUpPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <PageHead title="Set-up" />
      <ChapterList view={view} />
    </OwnerShell>
  );
}

function ChapterList({ view }: Pick<Props, 'view'>) {
  const lines = chapterLines(view, useShell());
  return (
    <ul className={styles.list}>
      {Object.entries(chapters).map(([name, { title, path }]) => (
        <li key={name}>
          <a href={path}>
            <b>{title}</b>
            <span>{lines[name as Chapter]}</span>
            <IconChevronRight size={18} aria-hidden />
          </a>
        </li>
      ))}
    </ul>
  );
}
