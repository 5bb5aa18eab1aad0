import type { Shell } from '#contracts/views';
import { WaysToPay } from '#islands/Ways/WaysToPay';
import { BookingPageAddress } from '#islands/SetUp/BookingPageAddress';
import { BusinessForm } from '#islands/SetUp/BusinessForm';
import { BooksForm } from '#islands/SetUp/BooksForm';
import { DocumentsForm } from '#islands/SetUp/DocumentsForm';
import { type Chapter, chapterLines, chapters, type SetUpView } from '#islands/SetUp/chapters';
import { OpeningHours } from '#islands/SetUp/OpeningHours';
import { PageForm } from '#islands/SetUp/PageForm';
import { ToldForm } from '#islands/SetUp/ToldForm';
import { WritingForm } from '#islands/SetUp/WritingForm';
import { Places } from '#islands/SetUp/Places';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { IconChevronRight } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import styles from './SetUp.module.css';

type Props = {
  readonly shell: Shell;
  readonly path: string;
  readonly view: SetUpView;
  /** Absent: the list of them. */
  readonly chapter: Exclude<Chapter, 'door'> | null;
  /** What came of a connection that the owner was just sent back from. */
  readonly connection: string | null;
};

/** Set-up is a list of chapters, each with what holds now; each has an address of its own. */
export default function SetUpPage({ shell, path, view, chapter, connection }: Props) {
  const shown: Record<Exclude<Chapter, 'door'>, () => ReactNode> = {
    business: () => <BusinessForm given={view.face} />,
    hours: () => <OpeningHours given={view.services.hours} />,
    places: () => <Places given={view.services.places} hours={view.services.hours} />,
    ways: () => <WaysToPay given={view.ways} connection={connection} />,
    bookingPage: () => (
      <>
        <BookingPageAddress address={view.bookingPage} />
        <PageForm given={view.settings.page} currency={shell.business.currency} />
      </>
    ),
    documents: () => <DocumentsForm given={view.settings.documents} />,
    books: () => <BooksForm given={view.settings.books} />,
    told: () => <ToldForm given={view.settings.told} />,
    writing: () => <WritingForm given={view.settings.style} currency={shell.business.currency} />,
  };
  return (
    <OwnerShell shell={shell} path={path}>
      {chapter ? (
        <>
          <PageHead trail={<a href="/set-up">Set-up</a>} title={chapters[chapter].title} />
          <div className={styles.chapter}>{shown[chapter]()}</div>
        </>
      ) : (
        <>
          <PageHead title="Set-up" />
          <ChapterList view={view} />
        </>
      )}
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
