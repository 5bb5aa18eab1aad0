import { BusinessForm } from '#islands/settings/BusinessForm';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function BusinessPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="business">
      <BusinessForm given={view.face} />
    </ChapterPage>
  );
}
