import { DocumentsForm } from '#islands/invoices/DocumentsForm';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function DocumentsPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="documents">
      <DocumentsForm given={view.settings.documents} />
    </ChapterPage>
  );
}
