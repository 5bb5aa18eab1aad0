import { WaysToPay } from '#islands/paymentMethods/WaysToPay';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function WaysPage({ shell, view, connection }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="ways">
      <WaysToPay given={view.ways} connection={connection} />
    </ChapterPage>
  );
}
