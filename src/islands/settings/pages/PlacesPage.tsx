import { Places } from '#islands/places/setUp/Places';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function PlacesPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="places">
      <Places given={view.services.places} hours={view.services.hours} />
    </ChapterPage>
  );
}
