import { ToldForm } from '#islands/settings/ToldForm';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function ToldPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="told">
      <ToldForm given={view.settings.told} />
    </ChapterPage>
  );
}
