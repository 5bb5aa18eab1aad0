import type { BooksSettingsView } from '#contracts/books/views';
import type { DocumentSettingsView } from '#contracts/invoices/views';
import type { PageSettings } from '#core/catalogue/pageSettings';
import type { Notified } from '#core/messages/notified';
import type { HouseStyle } from '#core/wording/houseStyle';

/** What the owner has set besides the business's face, hours, places and ways. */
export type SettingsView = {
  readonly page: PageSettings;
  readonly style: HouseStyle;
  readonly told: Notified;
  readonly documents: DocumentSettingsView;
  readonly books: BooksSettingsView;
};
