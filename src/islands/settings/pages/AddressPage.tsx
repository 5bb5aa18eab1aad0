import { BookingPageAddress } from '#islands/settings/BookingPageAddress';
import { PageForm } from '#islands/settings/PageForm';
import { ChapterPage, type ChapterProps } from '#islands/settings/pages/ChapterPage';

export default function AddressPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="bookingPage">
      <BookingPageAddress address={view.bookingPage} />
      <PageForm given={view.settings.page} currency={shell.business.currency} />
    </ChapterPage>
  );
}
