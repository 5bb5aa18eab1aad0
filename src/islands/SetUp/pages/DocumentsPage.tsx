import { DocumentsForm } from '#islands/SetUp/DocumentsForm';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function DocumentsPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="documents">
      <DocumentsForm given={view.settings.documents} />
    </ChapterPage>
  );
}
