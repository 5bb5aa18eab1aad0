import { WaysToPay } from '#islands/Ways/WaysToPay';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function WaysPage({ shell, view, connection }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="ways">
      <WaysToPay given={view.ways} connection={connection} />
    </ChapterPage>
  );
}
