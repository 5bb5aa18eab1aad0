import { BusinessForm } from '#islands/SetUp/BusinessForm';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function BusinessPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="business">
      <BusinessForm given={view.face} />
    </ChapterPage>
  );
}
