import { OpeningHours } from '#islands/SetUp/OpeningHours';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function HoursPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="hours">
      <OpeningHours given={view.services.hours} />
    </ChapterPage>
  );
}
