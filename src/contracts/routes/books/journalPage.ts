import type { JournalQuery } from '#contracts/books/books';
import type { JournalPageView } from '#contracts/books/views';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';

export const journalPage = view<z.input<typeof JournalQuery>, JournalPageView>('/api/journal');
