import { Places } from '#islands/SetUp/Places';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function PlacesPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="places">
      <Places given={view.services.places} hours={view.services.hours} />
    </ChapterPage>
  );
}
