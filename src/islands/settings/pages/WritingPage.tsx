import { WritingForm } from '#islands/settings/WritingForm';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function WritingPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="writing">
      <WritingForm given={view.settings.style} currency={shell.business.currency} />
    </ChapterPage>
  );
}
