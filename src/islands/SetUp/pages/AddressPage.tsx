import { BookingPageAddress } from '#islands/SetUp/BookingPageAddress';
import { PageForm } from '#islands/SetUp/PageForm';
import { ChapterPage, type ChapterProps } from '#islands/SetUp/pages/ChapterPage';

export default function AddressPage({ shell, view }: ChapterProps) {
  return (
    <ChapterPage shell={shell} chapter="bookingPage">
      <BookingPageAddress address={view.bookingPage} />
      <PageForm given={view.settings.page} currency={shell.business.currency} />
    </ChapterPage>
  );
}
