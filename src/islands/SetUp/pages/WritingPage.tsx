import { WritingForm } from '#islands/SetUp/WritingForm';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function WritingPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="writing">
      <WritingForm given={view.settings.style} currency={shell.business.currency} />
    </ChapterPage>
  );
}
