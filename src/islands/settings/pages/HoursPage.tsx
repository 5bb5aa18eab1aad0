import { OpeningHours } from '#islands/places/setUp/OpeningHours';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function HoursPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="hours">
      <OpeningHours given={view.services.hours} />
    </ChapterPage>
  );
}
