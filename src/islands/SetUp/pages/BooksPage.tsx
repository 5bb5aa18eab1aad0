import { BooksForm } from '#islands/SetUp/BooksForm';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function BooksPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="books">
      <BooksForm given={view.settings.books} />
    </ChapterPage>
  );
}
