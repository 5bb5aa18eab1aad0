import { BooksForm } from '#islands/books/BooksForm';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function BooksPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="books">
      <BooksForm given={view.settings.books} />
    </ChapterPage>
  );
}
