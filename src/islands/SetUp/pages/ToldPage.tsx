import { ToldForm } from '#islands/SetUp/ToldForm';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function ToldPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="told">
      <ToldForm given={view.settings.told} />
    </ChapterPage>
  );
}
