import type { JournalQuery } from '#contracts/books';
import type { JournalPageView } from '#contracts/booksViews';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';

export const journalPage = view<z.input<typeof JournalQuery>, JournalPageView>('/api/journal');
