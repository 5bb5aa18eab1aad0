import type { BooksSettingsView } from '#contracts/booksViews';
import type { DocumentSettingsView } from '#contracts/documentViews';
import type { PageSettings } from '#core/services/pageSettings';
import type { Told } from '#core/telling/told';
import type { HouseStyle } from '#core/wording/houseStyle';

/** What the owner has set besides the business's face, hours, places and ways. */
export type SettingsView = {
  readonly page: PageSettings;
  readonly style: HouseStyle;
  readonly told: Told;
  readonly documents: DocumentSettingsView;
  readonly books: BooksSettingsView;
};
