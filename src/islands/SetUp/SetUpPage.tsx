import type { Shell } from '#contracts/views';
import { BookingPageAddress } from '#islands/SetUp/BookingPageAddress';
import { type Chapter, chapterLines, chapters, type SetUpView } from '#islands/SetUp/chapters';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { IconChevronRight } from '@tabler/icons-react';
import { lazy, type ReactNode, Suspense } from 'react';
import styles from './SetUp.module.css';

// The server draws the chapter that was asked for; a browser loads that one alone.
const WaysToPay = lazy(() => import('#islands/Ways/WaysToPay').then((part) => ({ default: part.WaysToPay })));
const BusinessForm = lazy(() => import('#islands/SetUp/BusinessForm').then((part) => ({ default: part.BusinessForm })));
const BooksForm = lazy(() => import('#islands/SetUp/BooksForm').then((part) => ({ default: part.BooksForm })));
const DocumentsForm = lazy(() =>
  import('#islands/SetUp/DocumentsForm').then((part) => ({ default: part.DocumentsForm })),
);
const OpeningHours = lazy(() => import('#islands/SetUp/OpeningHours').then((part) => ({ default: part.OpeningHours })));
const PageForm = lazy(() => import('#islands/SetUp/PageForm').then((part) => ({ default: part.PageForm })));
const ToldForm = lazy(() => import('#islands/SetUp/ToldForm').then((part) => ({ default: part.ToldForm })));
const WritingForm = lazy(() => import('#islands/SetUp/WritingForm').then((part) => ({ default: part.WritingForm })));
const Places = lazy(() => import('#islands/SetUp/Places').then((part) => ({ default: part.Places })));

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
          <div className={styles.chapter}>
            <Suspense>{shown[chapter]()}</Suspense>
          </div>
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
